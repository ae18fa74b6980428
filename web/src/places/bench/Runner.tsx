import Button from '@mui/material/Button';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import {
  currentStep,
  plannedAnswer,
  queueBook,
  runEnv,
  stepsFor,
  stopsQuick,
  takenAsDone,
  type BenchRun,
} from '@hiraeth/core/bench';
import { useLedger, useNow } from '../../state/hooks';
import { isPlainKey } from '../../parts/isPlainKey';
import { RunDone } from './RunDone';
import { RunMargin } from './RunMargin';
import { RunNotices } from './RunNotices';
import { StepSheet } from './StepSheet';
import { TakenAsDone } from './TakenAsDone';
import { useBench } from './useBench';

/** One step at a time, the rest of the way in the margin. */
export function Runner({ run: bench }: { readonly run: BenchRun }) {
  const ledger = useLedger();
  const now = useNow();
  const run = bench.queue[bench.at]!;
  const env = useMemo(() => runEnv(queueBook(ledger, bench, now), run, now), [ledger, bench, run, now]);
  const actions = useBench(bench, env);
  const steps = env ? stepsFor(run, env) : [];
  const step = env ? currentStep(run, steps) : null;
  const finished = env !== undefined && steps.every((s) => run.done.includes(s.id));
  const quick = bench.gear === 'quick';
  const taking = useRef<string | null>(null);
  useEffect(() => {
    if (!quick || !env || !step || finished || stopsQuick(step)) return;
    // Each once: the next one comes when this is kept.
    const key = `${run.id}/${step.id}`;
    if (taking.current === key) return;
    taking.current = key;
    void actions.next(step, plannedAnswer(run, env, step, now)).finally(() => (taking.current = null));
  });
  const { finish, notSo, back: backOne } = actions;
  const lastDone = run.done.at(-1);
  // A step back in the quick gear would be taken as done again at once: it goes on step by step.
  const back = useCallback(
    (): Promise<void> => (quick && lastDone !== undefined ? notSo(lastDone) : backOne()),
    [quick, lastDone, notSo, backOne],
  );
  useRunKeys(back);

  if (!env || !step) return <Stuck onLeave={() => void actions.abandon()} />;
  return (
    <>
      <RunNotices bench={bench} run={run} env={env} step={step} onClose={() => void actions.closeDoor()} />
      <div className="sheet">
        {finished ? (
          <RunDone bench={bench} run={run} env={env} onFinish={() => void finish()} />
        ) : (
          <div>
            {quick && (
              <TakenAsDone steps={takenAsDone(steps, run)} onNotSo={(id) => void actions.notSo(id)} />
            )}
            <StepSheet
              key={`${run.id}/${step.id}`}
              bench={bench}
              run={run}
              env={env}
              step={step}
              actions={actions}
            />
          </div>
        )}
        <RunMargin
          bench={bench}
          run={run}
          env={env}
          steps={steps}
          step={step}
          actions={actions}
          onBack={() => void back()}
        />
      </div>
    </>
  );
}

/** Its cartridge is gone from under it. */
function Stuck({ onLeave }: { readonly onLeave: () => void }) {
  return (
    <div className="stack">
      <h1>This run cannot go on</h1>
      <p>Its cartridge or type is no longer in the workbook. Leave it off; what was weighed is in the log.</p>
      <div>
        <Button variant="contained" onClick={onLeave}>
          Leave it off
        </Button>
      </div>
    </div>
  );
}

/** Space goes on, Backspace goes back; nothing while someone types. */
function useRunKeys(back: () => Promise<void>): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!isPlainKey(event, true)) return;
      if (event.key === 'Backspace' || event.key === 'ArrowLeft') {
        event.preventDefault();
        void back();
      } else if (event.key === ' ' || event.key === 'Enter' || event.key === 'ArrowRight') {
        event.preventDefault();
        document.querySelector<HTMLButtonElement>('[data-next]')?.click();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [back]);
}
