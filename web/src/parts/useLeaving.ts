import { useEffect, useRef } from 'react';
import { useLocation } from 'react-router';

/**
 * What stands over a page goes with it: a question or a form in front of another page, by the browser's way back, has lost what it
 * is about, and holds the keyboard where nobody sees it.
 *
 * @param leave what its own way back does: nothing is recorded
 */
export function useLeaving(isOpen: boolean, leave: () => void): void {
  const { pathname } = useLocation();
  const on = useRef(pathname);
  useEffect(() => {
    if (on.current === pathname) return;
    on.current = pathname;
    if (isOpen) leave();
  }, [pathname, isOpen, leave]);
}
