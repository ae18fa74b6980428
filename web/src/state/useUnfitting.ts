import { useMemo } from 'react';
import { metProblems, type MetProblem } from '@hiraeth/core/check';
import { useLedger } from './hooks';
import { useServices } from './services';
import { useAppSelector } from './store';
import { MET_NOTE } from './thunks';

/** What does not fit together since something was joined that had been entered elsewhere; nothing once it was looked over. */
export function useUnfitting(): readonly MetProblem[] {
  const ledger = useLedger();
  const { clock } = useServices();
  const isReady = useAppSelector(({ workbook }) => workbook.status === 'ready');
  const since = useAppSelector(({ workbook }) => workbook.notes[MET_NOTE]);
  return useMemo(
    () => (isReady && typeof since === 'string' ? metProblems(ledger, since, clock.now()) : []),
    [ledger, since, clock, isReady],
  );
}
