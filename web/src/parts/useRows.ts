import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef } from 'react';

/**
 * The rows of a long table that are in sight, and the room that the others take above and below: only those are drawn.
 *
 * @param count of all rows
 * @param rowPx about how high one is; each is measured once it is drawn
 * @param beyond so many more are drawn on either side
 */
export function useRows(count: number, rowPx: number, beyond: number) {
  const window = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => window.current,
    estimateSize: () => rowPx,
    overscan: beyond,
    initialRect: { width: 800, height: 480 },
  });
  const drawn = virtual.getVirtualItems();
  return {
    /** What scrolls. */
    window,
    drawn,
    above: drawn[0]?.start ?? 0,
    below: virtual.getTotalSize() - (drawn.at(-1)?.end ?? 0),
    measure: virtual.measureElement,
  };
}
