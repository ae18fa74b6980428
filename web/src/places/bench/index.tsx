import Button from '@mui/material/Button';
import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import type { BenchRun } from '@hiraeth/core/bench';
import { useAppSelector } from '../../state/store';
import { useUnfinished } from '../../state/unfinished';
import { Chooser } from './Chooser';
import { Runner } from './Runner';

/**
 * A guided refill, one step at a time; a run in progress is taken up where it stood. One that rests holds nothing up: another
 * cartridge that is asked for, by its address or by a press, joins the queue beside it.
 */
export default function Bench() {
  const [bench, keep] = useUnfinished('bench');
  const [params, setParams] = useSearchParams();
  const asked = (params.get('cartridges') ?? params.get('cartridge') ?? '').split(',').filter(Boolean);
  const isOpen = (run: BenchRun['queue'][number]): boolean => run.state === 'doing';
  const own = bench?.queue.findIndex((run) => isOpen(run) && asked.includes(run.cartridgeId)) ?? -1;
  const others = asked.some((id) => !bench?.queue.some((run) => isOpen(run) && run.cartridgeId === id));
  // A rehearsal is one by itself: nothing that is meant in earnest joins it.
  const adds = bench?.rehearsal !== true && (params.has('more') || (asked.length > 0 && others));
  // Its address names one that is in hand already: that one is turned to.
  const turnsTo = bench && asked.length > 0 && !others && own >= 0 && own !== bench.at ? own : null;
  useEffect(() => {
    if (turnsTo === null || !bench) return;
    void keep({ ...bench, at: turnsTo });
    setParams({}, { replace: true });
  }, [turnsTo, bench, keep, setParams]);
  const holder = useAppSelector(({ room }) => room.holders.bench);
  // One hand at a time: two that go on with one run would fill it twice.
  if (bench && holder !== undefined)
    return (
      <div className="stack">
        <h1>In hand at {holder}</h1>
        <p>
          This run goes on there, at {bench.queue.length === 1 ? 'its' : `number ${bench.at + 1} of`}{' '}
          {bench.queue.length === 1 ? 'present step' : `${bench.queue.length}`}. Taken over here, {holder}{' '}
          waits until it is handed back.
        </p>
        <div className="row">
          <Button variant="contained" onClick={() => void keep({ ...bench })}>
            Go on with it here
          </Button>
        </div>
      </div>
    );
  return bench && !adds ? <Runner run={bench} /> : <Chooser />;
}
