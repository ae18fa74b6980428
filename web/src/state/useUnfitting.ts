import { useMemo } from 'react';
import { metProblems, type MetProblem } from '@hiraeth/core/check';
import { useLedger } from './hooks';
import { useServices } from './services';
import { useAppSelector } from './store';
import { MET_NOTE, metOf } from './thunks';

/** What did not fit together when something was joined that had been entered elsewhere, and does not yet. */
export function useUnfitting(): readonly MetProblem[] {
  const ledger = useLedger();
  const { clock } = useServices();
  const isWhole = useAppSelector(({ workbook }) => workbook.whole && workbook.status === 'ready');
  const note = useAppSelector(({ workbook }) => workbook.notes[MET_NOTE]);
  return useMemo(() => {
    const met = metOf(note);
    return met && isWhole ? metProblems(ledger, met.since, clock.now(), new Set(met.ids)) : [];
  }, [ledger, note, clock, isWhole]);
}
