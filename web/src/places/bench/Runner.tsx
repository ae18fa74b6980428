import Button from '@mui/material/Button';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import {
  atOpenDoor,
  currentStep,
  numberOf,
  plannedAnswer,
  queueBook,
  runEnv,
  stepsFor,
  stopsQuick,
  takenAsDone,
  type BenchRun,
} from '@hiraeth/core/bench';
import { find } from '@hiraeth/core/ledger';
import { stepWords } from '@hiraeth/core/words';
import { useLedger, useNow } from '../../state/hooks';
import { span } from '../../parts/dates';
import { QuantityField, readTyped } from '../../parts/fields';
import { isPlainKey } from '../../parts/isPlainKey';
import { Outcome } from './Outcome';
import { RestedVerdict } from './RestedVerdict';
import { StepSheet } from './StepSheet';
import { TakenAsDone } from './TakenAsDone';
import { useBench } from './useBench';
import { useSpeech } from './useSpeech';

/** One step at a time, the rest of the way in the margin. */
export function Runner({ run: bench }: { readonly run: BenchRun }) {
  const ledger = useLedger();
  const now = useNow();
  const run = bench.queue[bench.at]!;
  const env = useMemo(() => runEnv(queueBook(ledger, bench, now), run, now), [ledger, bench, run, now]);
  const actions = useBench(bench, env);
  const [spill, setSpill] = useState<string | null>(null);
  const steps = env ? stepsFor(run, env) : [];
  const step = env ? currentStep(run, steps) : null;
  const finished = env !== undefined && steps.every((s) => run.done.includes(s.id));
  const number = step && numberOf(step);
  const words = step && stepWords(step);
  const speech = useSpeech(
    words
      ? `${words.title}. ${number ? `${number.value.toFixed(1)} ${number.unit}. ` : ''}${words.text}`
      : '',
  );
  // The list scrolls by itself: the step in hand is always in sight.
  const list = useRef<HTMLOListElement>(null);
  const at = step?.id;
  useEffect(() => {
    const now = list.current?.querySelector<HTMLElement>('[aria-current]');
    if (now && list.current) list.current.scrollTop = now.offsetTop - list.current.offsetTop - 60;
  }, [at]);
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

  if (!env || !step)
    return (
      <div className="stack">
        <h1>This run cannot go on</h1>
        <p>
          Its cartridge or type is no longer in the workbook. Leave it off; what was weighed is in the log.
        </p>
        <div>
          <Button variant="contained" onClick={() => void actions.abandon()}>
            Leave it off
          </Button>
        </div>
      </div>
    );
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
          <Button variant="outlined" onClick={() => void actions.closeDoor()}>
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
      <div className="sheet">
        {finished ? (
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
              <Button data-next variant="contained" size="large" onClick={() => void finish()}>
                {bench.queue.filter((other) => other.state === 'doing').length > 1
                  ? 'On to the next cartridge'
                  : 'Finish'}
              </Button>
            </div>
          </div>
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
        <aside>
          <div className="stack controls">
            <Button onClick={() => void back()} disabled={run.done.length === 0}>
              One step back
            </Button>
            {speech.available && (
              <Button onClick={speech.toggle}>{speech.on ? 'Stop reading aloud' : 'Read aloud'}</Button>
            )}
            {spill === null ? (
              <Button onClick={() => setSpill('')}>Something spilt</Button>
            ) : (
              <form
                className="row"
                onSubmit={(event) => {
                  event.preventDefault();
                  const { value, error } = readTyped(spill, 'volume');
                  // What cannot be read stays, to be corrected.
                  if (error || (value !== null && value < 0)) return;
                  if (value) actions.spill(value);
                  setSpill(null);
                }}
              >
                <QuantityField
                  label="Spilt, about, ml"
                  kind="volume"
                  value={spill}
                  onText={setSpill}
                  autoFocus
                />
                <Button type="submit">Note it</Button>
              </form>
            )}
            {run.spiltMl > 0 && <p className="small">Spilt so far: {run.spiltMl.toFixed(1)} ml</p>}
            <Button color="warning" onClick={() => void actions.abandon()}>
              Leave it off
            </Button>
            <Button onClick={() => actions.shift(quick ? 'guided' : 'quick')}>
              {quick ? 'Step by step' : 'Quick gear'}
            </Button>
          </div>
          <div>
            <p className="small">
              <kbd>Space</kbd> goes on, <kbd>Backspace</kbd> goes back, <kbd>w</kbd> to the scale. You can
              close the browser: the run waits here.
            </p>
          </div>
          {bench.queue.length > 1 && (
            <nav aria-label="Queue">
              <h2>Queue</h2>
              <ol className="steps">
                {bench.queue.map((other, i) => (
                  <li
                    key={other.id}
                    data-state={i === bench.at ? 'now' : other.state === 'doing' ? 'todo' : 'done'}
                  >
                    {other.state === 'doing' && i !== bench.at ? (
                      <Button
                        size="small"
                        sx={{ justifyContent: 'flex-start' }}
                        onClick={() => actions.turnTo(i)}
                      >
                        {find(ledger.context, 'cartridge', other.cartridgeId)?.label}
                      </Button>
                    ) : (
                      `${find(ledger.context, 'cartridge', other.cartridgeId)?.label}${other.state === 'done' ? ': done' : other.state === 'abandoned' ? ': left off' : ''}`
                    )}
                  </li>
                ))}
              </ol>
            </nav>
          )}
          <div>
            <h2>
              {env.body.cartridge.label}: {steps.filter((s) => run.done.includes(s.id)).length} of{' '}
              {steps.length} steps
            </h2>
            <ol className="steps" aria-label="Steps" ref={list}>
              {steps.map((s) => (
                <li
                  key={s.id}
                  data-state={run.done.includes(s.id) ? 'done' : s.id === step.id ? 'now' : 'todo'}
                  {...(s.id === step.id ? { 'aria-current': 'step' as const } : {})}
                >
                  {stepWords(s).title}
                </li>
              ))}
            </ol>
          </div>
        </aside>
      </div>
    </>
  );
}
