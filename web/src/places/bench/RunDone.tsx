import Button from '@mui/material/Button';
import type { StepProps } from './work/props';
import { Outcome } from './Outcome';
import { RestedVerdict } from './RestedVerdict';

/** The cartridge is done: how it came out, and on to the next. */
export function RunDone({
  bench,
  run,
  env,
  onFinish,
}: Pick<StepProps, 'bench' | 'run' | 'env'> & { readonly onFinish: () => void }) {
  return (
    <div className="stack">
      <h1>
        {env.body.cartridge.label} is {run.done.includes('set-aside') ? 'put aside' : 'done'}
      </h1>
      {bench.rehearsal && (
        <>
          <Outcome run={run} env={env} at={['hands', 'rest', 'printer']} />
          <p>
            {run.skipped.length === 0 && !run.foam
              ? 'A clean run: nothing of the kind would happen with it.'
              : 'Rehearse it again until nothing is left to see here.'}
          </p>
        </>
      )}
      {!bench.rehearsal && <RestedVerdict run={run} env={env} />}
      <p>
        {bench.rehearsal
          ? 'This was a rehearsal: nothing was written.'
          : run.done.includes('summary')
            ? 'What was measured is in its log.'
            : 'Nothing was opened, nothing was recorded.'}
      </p>
      <div>
        <Button data-next variant="contained" size="large" onClick={onFinish}>
          {bench.queue.filter((other) => other.state === 'doing').length > 1
            ? 'On to the next cartridge'
            : 'Finish'}
        </Button>
      </div>
    </div>
  );
}
