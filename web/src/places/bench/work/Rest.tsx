import Button from '@mui/material/Button';
import { Link } from 'react-router';
import type { Step } from '@hiraeth/core/bench';
import { useNow } from '../../../state/hooks';
import { useServices } from '../../../state/services';
import { clock } from '../../../parts/dates';
import { Next } from './Next';
import type { StepProps } from './props';

/** The rest, by the clock: it outlives the page. */
export function Rest({ bench, run, step, actions }: StepProps<'rest'>) {
  const now = useNow();
  const { clock: time } = useServices();
  const started = run.answers['rest-began'];
  const until = started?.kind === 'rest' ? started.until : null;
  const begin = (): Promise<void> =>
    actions.next({ ...step, id: 'rest-began' } satisfies Step, {
      kind: 'rest',
      until: new Date(time.now() + (step.waitSeconds ?? 0) * 1000).toISOString(),
    });
  const over = until !== null && now >= until;
  return (
    <div className="stack">
      {until === null ? (
        <div>
          <Next onClick={begin}>It rests from now</Next>
        </div>
      ) : (
        <>
          <div className="big">{over ? 'Rested' : clock(until)}</div>
          <p className="soft">
            {over
              ? run.byScale
                ? 'The rest is over: weigh it.'
                : 'The rest is over: look at its towel.'
              : 'Ready then. Bubbles rise, the sponge evens out. Go on with the next cartridge meanwhile.'}
          </p>
          <div className="row">
            <Next onClick={() => actions.next(step)}>
              {run.byScale
                ? over
                  ? 'Weigh it now'
                  : 'Weigh it all the same'
                : over
                  ? 'Look at its towel'
                  : 'Look at its towel all the same'}
            </Next>
            {!bench.rehearsal && (
              <Button component={Link} to="/bench?more=1">
                Refill another meanwhile
              </Button>
            )}
          </div>
        </>
      )}
    </div>
  );
}
