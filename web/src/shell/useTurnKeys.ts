import { useEffect } from 'react';
import { turn } from '../state/doings';
import { useAppDispatch } from '../state/store';

/** Ctrl Z takes back, Ctrl Shift Z (or Ctrl Y) does again; a field that is typed into has its own. */
export function useTurnKeys(): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey || event.defaultPrevented) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      const at = document.activeElement;
      const types =
        at instanceof HTMLTextAreaElement ||
        (at instanceof HTMLInputElement &&
          !['checkbox', 'radio', 'button'].includes(at.type) &&
          at.value !== '');
      if (types || document.querySelector('[role="dialog"]')) return;
      event.preventDefault();
      void dispatch(turn(key === 'y' || event.shiftKey ? 'again' : 'back'));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [dispatch]);
}
