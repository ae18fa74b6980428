import { setClockRight } from '@hiraeth/core/acts';
import { doneWords } from '@hiraeth/core/words';
import type { Fact } from '@hiraeth/core/workbook';
import { useLedger } from '../../state/hooks';
import { useServices } from '../../state/services';
import { useAppDispatch } from '../../state/store';
import { bringIn } from '../../state/thunks';
import { noticed } from '../../state/workbookSlice';

/**
 * Moves entries of a clock that is off, all by as much. They stood in the log before: what does not fit is shown, and nothing of it
 * is asked one by one.
 *
 * @returns whether it was done
 */
export function useSetClockRight(): (facts: readonly Fact[], aheadMs: number) => Promise<boolean> {
  const ledger = useLedger();
  const { stamp } = useServices();
  const dispatch = useAppDispatch();
  return async (facts, aheadMs) => {
    const act = setClockRight(facts, aheadMs);
    const moved = stamp(act.facts);
    const done = await dispatch(bringIn(moved, 'merge'));
    dispatch(
      noticed(
        done.ok
          ? { text: doneWords(ledger, act.done), tone: 'fine', undo: moved.map(({ id }) => id) }
          : { text: done.problem, tone: 'bad', undo: [] },
      ),
    );
    return done.ok;
  };
}
