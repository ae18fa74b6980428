import { printAgain } from '@hiraeth/core/acts';
import { useCallback, useEffect } from 'react';
import type { FactOf } from '@hiraeth/core/workbook';
import { useAct } from '../../state/hooks';
import { isPlainKey } from '../../parts/isPlainKey';

/** Logs the last print once more, one copy of it, by its button or by `r`; null where nothing was printed yet. */
export function useRepeat(last: FactOf<'printed'> | null): (() => Promise<void>) | null {
  const act = useAct();
  const repeat = useCallback(async () => {
    if (!last) return;
    await act(printAgain(last));
  }, [last, act]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== 'r' || event.repeat || !isPlainKey(event)) return;
      event.preventDefault();
      void repeat();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [repeat]);
  return last ? repeat : null;
}
