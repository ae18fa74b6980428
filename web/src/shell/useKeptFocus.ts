import { useEffect, type RefObject } from 'react';

/**
 * The keyboard never falls out of the page: when what had the focus goes away (a step that is done, a dialog that closed, a form
 * that was saved, another place), the sheet's heading takes it, or the sheet itself.
 */
export function useKeptFocus(main: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    const sheet = main.current;
    if (!sheet) return;
    let had: Element | null = null;
    const onFocus = (event: FocusEvent): void => {
      had = event.target instanceof Element ? event.target : null;
    };
    const look = (): void => {
      // Only what went away: a press beside everything is no loss.
      if (document.activeElement !== document.body || !had || had.isConnected) return;
      had = null;
      if (document.querySelector('[role="dialog"]')) return;
      const heading = sheet.querySelector<HTMLElement>('h1');
      if (heading && heading.tabIndex < 0) heading.tabIndex = -1;
      (heading ?? sheet).focus({ preventScroll: true });
    };
    const seen = new MutationObserver(look);
    seen.observe(document.body, { childList: true, subtree: true });
    window.addEventListener('focusin', onFocus);
    return () => {
      seen.disconnect();
      window.removeEventListener('focusin', onFocus);
    };
  }, [main]);
}
