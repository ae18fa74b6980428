import { useRef, type ReactNode } from 'react';
import { useSeen } from './useSeen';

/** Draws what takes long only when it comes near the screen; it keeps its place until then. */
export function WhenSeen({
  height,
  before,
  children,
}: {
  /** About as high as it will be, px. */
  readonly height: number;
  /** Shown until then. */
  readonly before: ReactNode;
  readonly children: ReactNode;
}) {
  const place = useRef<HTMLDivElement>(null);
  if (useSeen(place)) return children;
  return (
    <div ref={place} style={{ minHeight: height }}>
      {before}
    </div>
  );
}
