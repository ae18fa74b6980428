import Button from '@mui/material/Button';
import { useLedger } from '../../state/hooks';
import { clockAnswered, type OtherDevice } from '../../state/roomSlice';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { useSetClockRight } from './useSetClockRight';

/** Entries that came from a device whose clock is another: they stand at its time, unless somebody says that this one is right. */
export function OffClock({ of: { device, name, aheadMs } }: { readonly of: OtherDevice }) {
  const ledger = useLedger();
  const dispatch = useAppDispatch();
  const setRight = useSetClockRight();
  const ids = useAppSelector(({ room }) => room.offClock[device]);
  const came = new Set(ids);
  const facts = came.size > 0 ? ledger.facts.filter(({ id }) => came.has(id)) : [];
  if (facts.length === 0) return null;
  const minutes = Math.round(Math.abs(aheadMs) / 60_000);
  const which = facts.length === 1 ? 'One entry' : `${facts.length} entries`;
  const move = async (): Promise<void> => {
    if (await setRight(facts, aheadMs)) dispatch(clockAnswered(device));
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
