import Button from '@mui/material/Button';
import { atOpenDoor } from '@hiraeth/core/bench';
import { find } from '@hiraeth/core/ledger';
import { span } from '../../parts/dates';
import { useLedger, useNow } from '../../state/hooks';
import type { StepProps } from './work/props';

/** What holds over the step in hand: a rehearsal, an open door, how long a bay has stood empty. */
export function RunNotices({
  bench,
  run,
  env,
  step,
  onClose,
}: Omit<StepProps, 'actions'> & { readonly onClose: () => void }) {
  const ledger = useLedger();
  const now = useNow();
  const outMinutes =
    run.outSince && !run.done.includes('install')
      ? (Date.parse(now) - Date.parse(run.outSince)) / 60_000
      : null;
  const limit = env.printer?.openMinutes ?? 15;
  const behindDoor = atOpenDoor(ledger, bench);
  const othersOut = bench.queue.filter(
    (other) => other !== run && other.state === 'doing' && other.outSince && !other.done.includes('install'),
  );
  return (
    <>
      {bench.rehearsal && <p className="warn">Rehearsal: nothing of this is written to the workbook.</p>}
      {behindDoor.length > 0 && (
        <div className="row">
          <p className="soft" role="status">
            {behindDoor.length === 1 ? 'One stands' : `${behindDoor.length} stand`} in the printer, its door
            open: it primes once when it is closed.
          </p>
          <Button variant="outlined" onClick={onClose}>
            I close the door now
          </Button>
        </div>
      )}
      {outMinutes !== null && !step.id.endsWith('-stand') && (
        <p className={outMinutes > limit ? 'bad' : outMinutes > limit * 0.6 ? 'warn' : 'soft'} role="status">
          {env.body.cartridge.label} has been out for {span(run.outSince!, now)}.{' '}
          {outMinutes > limit
            ? `The printer’s limit is ${limit} minutes: put it or a spare back, the head dries in air.`
            : `Limit ${limit} minutes.`}
        </p>
      )}
      {othersOut.length > 0 && step.id === 'take-out' && (
        <p className="bad" role="alert">
          {othersOut.map((other) => find(ledger.context, 'cartridge', other.cartridgeId)?.label).join(', ')}{' '}
          is still out of the printer. Put it back first: never empty the whole bay.
        </p>
      )}
    </>
  );
}
