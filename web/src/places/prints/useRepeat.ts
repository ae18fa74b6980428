import { useCallback, useEffect } from 'react';
import type { FactDraft, FactOf } from '@hiraeth/core/workbook';
import { useRecord } from '../../state/hooks';
import { isPlainKey } from '../../parts/isPlainKey';

/** Logs the last print once more, one copy of it, by its button or by `r`; null where nothing was printed yet. */
export function useRepeat(last: FactOf<'printed'> | null): (() => Promise<void>) | null {
  const record = useRecord();
  const repeat = useCallback(async () => {
    if (!last) return;
    // Its own identity, time and note stay with the one that was.
    const {
      id: _id,
      at: _at,
      recorded: _recorded,
      note: _note,
      run: _run,
      job: _job,
      confirmed: _confirmed,
      ...print
    } = last;
    const draft: FactDraft = { ...print, copies: 1 };
    await record([draft], `Saved: once more, 1 × ${last.title}.`);
  }, [last, record]);
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
