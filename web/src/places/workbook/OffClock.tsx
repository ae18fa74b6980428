import Button from '@mui/material/Button';
import { setClockRight } from '@hiraeth/core/acts';
import { doneWords } from '@hiraeth/core/words';
import { useLedger } from '../../state/hooks';
import { clockAnswered, type OtherDevice } from '../../state/roomSlice';
import { useServices } from '../../state/services';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { bringIn } from '../../state/thunks';
import { noticed } from '../../state/workbookSlice';

/** Entries that came from a device whose clock is another: they stand at its time, unless somebody says that this one is right. */
export function OffClock({ of: { device, name, aheadMs } }: { readonly of: OtherDevice }) {
  const ledger = useLedger();
  const dispatch = useAppDispatch();
  const { stamp } = useServices();
  const ids = useAppSelector(({ room }) => room.offClock[device]);
  const facts = ledger.facts.filter(({ id }) => ids?.includes(id));
  if (facts.length === 0) return null;
  const minutes = Math.round(Math.abs(aheadMs) / 60_000);
  const which = facts.length === 1 ? 'One entry' : `${facts.length} entries`;
  const move = async (): Promise<void> => {
    const act = setClockRight(facts, aheadMs);
    const moved = stamp(act.facts);
    const done = await dispatch(bringIn(moved, 'merge'));
    if (done.ok) dispatch(clockAnswered(device));
    dispatch(
      noticed(
        done.ok
          ? { text: doneWords(ledger, act.done), tone: 'fine', undo: moved.map(({ id }) => id) }
          : { text: done.problem, tone: 'bad', undo: [] },
      ),
    );
  };
  return (
    <div className="row" role="group" aria-label={`Entries of ${name}`}>
      <span>
        {which} came from {name} by its own clock, {minutes} minutes {aheadMs > 0 ? 'ahead of' : 'behind'}{' '}
        this one. Which of the two is right?
      </span>
      <Button size="small" variant="contained" onClick={() => void move()}>
        This one: move {facts.length === 1 ? 'it' : 'them'} {minutes} minutes {aheadMs > 0 ? 'back' : 'on'}
      </Button>
      <Button size="small" onClick={() => dispatch(clockAnswered(device))}>
        {name}’s: leave {facts.length === 1 ? 'it' : 'them'}
      </Button>
    </div>
  );
}
