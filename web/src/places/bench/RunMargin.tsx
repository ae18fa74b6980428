import Button from '@mui/material/Button';
import { useEffect, useRef, useState } from 'react';
import { numberOf } from '@hiraeth/core/bench';
import { find } from '@hiraeth/core/ledger';
import { stepWords } from '@hiraeth/core/words';
import { QuantityField, readTyped } from '../../parts/fields';
import { useLedger } from '../../state/hooks';
import { useSpeech } from './useSpeech';
import type { StepProps } from './work/props';

/** Beside the step: what one may want at any of them, the queue, and the way with where one is. */
export function RunMargin({
  bench,
  run,
  env,
  steps,
  step,
  actions,
  onBack,
}: StepProps & { readonly steps: readonly StepProps['step'][]; readonly onBack: () => void }) {
  const quick = bench.gear === 'quick';
  return (
    <aside>
      <div className="stack controls">
        <Button onClick={onBack} disabled={run.done.length === 0}>
          One step back
        </Button>
        <Aloud step={step} />
        <Spilt onSpill={actions.spill} />
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
          <kbd>Space</kbd> goes on, <kbd>Backspace</kbd> goes back, <kbd>w</kbd> to the scale. You can close
          the browser: the run waits here.
        </p>
      </div>
      <Queue bench={bench} onTurn={actions.turnTo} />
      <Way run={run} label={env.body.cartridge.label} steps={steps} step={step} />
    </aside>
  );
}

/** What went beside, said when it happens. */
function Spilt({ onSpill }: { readonly onSpill: (ml: number) => void }) {
  const [spill, setSpill] = useState<string | null>(null);
  return spill === null ? (
    <Button onClick={() => setSpill('')}>Something spilt</Button>
  ) : (
    <form
      className="row"
      onSubmit={(event) => {
        event.preventDefault();
        const { value, error } = readTyped(spill, 'volume');
        // What cannot be read stays, to be corrected.
        if (error || (value !== null && value < 0)) return;
        if (value) onSpill(value);
        setSpill(null);
      }}
    >
      <QuantityField label="Spilt, about, ml" kind="volume" value={spill} onText={setSpill} autoFocus />
      <Button type="submit">Note it</Button>
    </form>
  );
}

/** The step, read aloud to hands that are not free. */
function Aloud({ step }: Pick<StepProps, 'step'>) {
  const number = numberOf(step);
  const words = stepWords(step);
  const speech = useSpeech(
    `${words.title}. ${number ? `${number.value.toFixed(1)} ${number.unit}. ` : ''}${words.text}`,
  );
  if (!speech.available) return null;
  return <Button onClick={speech.toggle}>{speech.on ? 'Stop reading aloud' : 'Read aloud'}</Button>;
}

/** The cartridges of one sitting: one can be turned to at any step. */
function Queue({ bench, onTurn }: Pick<StepProps, 'bench'> & { readonly onTurn: (at: number) => void }) {
  const ledger = useLedger();
  if (bench.queue.length < 2) return null;
  return (
    <nav aria-label="Queue">
      <h2>Queue</h2>
      <ol className="steps">
        {bench.queue.map((other, i) => (
          <li key={other.id} data-state={i === bench.at ? 'now' : other.state === 'doing' ? 'todo' : 'done'}>
            {other.state === 'doing' && i !== bench.at ? (
              <Button size="small" sx={{ justifyContent: 'flex-start' }} onClick={() => onTurn(i)}>
                {find(ledger.context, 'cartridge', other.cartridgeId)?.label}
              </Button>
            ) : (
              `${find(ledger.context, 'cartridge', other.cartridgeId)?.label}${other.state === 'done' ? ': done' : other.state === 'abandoned' ? ': left off' : ''}`
            )}
          </li>
        ))}
      </ol>
    </nav>
  );
}

/** All steps, the one in hand always in sight: the list scrolls by itself. */
function Way({
  run,
  label,
  steps,
  step,
}: Pick<StepProps, 'run' | 'step'> & {
  readonly label: string;
  readonly steps: readonly StepProps['step'][];
}) {
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    const now = list.current?.querySelector<HTMLElement>('[aria-current]');
    if (now && list.current) list.current.scrollTop = now.offsetTop - list.current.offsetTop - 60;
  }, [step.id]);
  return (
    <div>
      <h2>
        {label}: {steps.filter((s) => run.done.includes(s.id)).length} of {steps.length} steps
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
  );
}
