import { useEffect, useRef, useState, type ReactNode } from 'react';

/** So far below the screen it is drawn already, px. */
const NEAR_PX = 60;

/** Draws what takes long only when it comes near the screen, or is to be printed; it keeps its place until then. */
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
  // Where nobody can tell what is seen, all is.
  const [seen, setSeen] = useState(typeof IntersectionObserver === 'undefined');
  useEffect(() => {
    if (seen || !place.current) return;
    const show = (): void => setSeen(true);
    const watch = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) show();
      },
      { rootMargin: `${NEAR_PX}px` },
    );
    watch.observe(place.current);
    window.addEventListener('beforeprint', show);
    return () => {
      watch.disconnect();
      window.removeEventListener('beforeprint', show);
    };
  }, [seen]);
  if (seen) return children;
  return (
    <div ref={place} style={{ minHeight: height }}>
      {before}
    </div>
  );
}
