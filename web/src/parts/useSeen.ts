import { useEffect, useState, type RefObject } from 'react';

/** So far below the screen something counts as seen already, px. */
const NEAR_PX = 60;

/** Has a place come near the screen, or is the page to be printed? Once seen it stays so. */
export function useSeen(place: RefObject<Element | null>): boolean {
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
  }, [place, seen]);
  return seen;
}
