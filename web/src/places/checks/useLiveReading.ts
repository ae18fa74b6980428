import { useCallback, useEffect, useRef, useState } from 'react';
import type { Point } from '@hiraeth/core/image';
import { REFUSED_CHECK_WORDS } from '@hiraeth/core/words';
import type { CheckLayout } from '@hiraeth/core/workbook';
import { readCheckAside } from '../../workers/readCheckAside';
import { cornersOf } from './corners';
import { readingWords } from './readingWords';

/** The pointer rests so long before what lies under it is read, ms. */
const REST_MS = 250;

/** What a photograph would be read as with its last corner under the pointer: read whenever the pointer rests. */
export function useLiveReading(file: Blob | null, layout: CheckLayout | undefined) {
  const [says, setSays] = useState<string | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const running = useRef<AbortController | null>(null);
  const stop = useCallback((): void => {
    clearTimeout(timer.current);
    running.current?.abort();
  }, []);
  useEffect(() => stop, [stop]);
  const look = useCallback(
    (points: readonly Point[] | null): void => {
      stop();
      const corners = points && cornersOf(points);
      if (!corners || !file || !layout) return setSays(null);
      timer.current = setTimeout(() => {
        const reading = (running.current = new AbortController());
        readCheckAside(file, layout, corners, () => undefined, reading.signal).then(
          ({ read }) =>
            !reading.signal.aborted &&
            setSays(
              read.refused
                ? REFUSED_CHECK_WORDS[read.refused]
                : `So it reads: ${readingWords(read.channels)}`,
            ),
          // Stopped for the next place, or it cannot be read: the mark itself will say so.
          () => undefined,
        );
      }, REST_MS);
    },
    [file, layout, stop],
  );
  return { says, look };
}
