import { useEffect, useLayoutEffect, useRef, type RefObject } from 'react';
import { NavigationType, useLocation, useNavigationType } from 'react-router';

/** A new sheet is read from its top; going back finds it as it was left. */
export function useScrolledTo(page: RefObject<HTMLElement | null>): void {
  const { key, pathname } = useLocation();
  const moved = useNavigationType();
  const left = useRef(new Map<string, number>());
  const at = useRef(key);
  useEffect(() => {
    const scroller = page.current;
    if (!scroller) return;
    const note = (): void => void left.current.set(at.current, scroller.scrollTop);
    scroller.addEventListener('scroll', note, { passive: true });
    return () => scroller.removeEventListener('scroll', note);
  }, [page]);
  useLayoutEffect(() => {
    at.current = key;
    if (page.current)
      page.current.scrollTop = moved === NavigationType.Pop ? (left.current.get(key) ?? 0) : 0;
  }, [page, key, pathname, moved]);
}
