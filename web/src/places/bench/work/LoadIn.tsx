import Button from '@mui/material/Button';
import { useCallback, useMemo, useState } from 'react';
import { chamberDensity, inAll, loadFromScale, panOf } from '@hiraeth/core/bench';
import { inAllWords, stepWords } from '@hiraeth/core/words';
import type { MassReading } from '@hiraeth/core/ledger';
import { useScaleTarget } from '../../../devices/useScale';
import { QuantityField, readTyped } from '../../../parts/fields';
import { Countdown } from '../Countdown';
import { ToGo } from '../ToGo';
import { Next } from './Next';
import type { StepProps } from './props';

/** A load that goes in: by its marks, by what really went in, or live on the scale. */
export function LoadIn({ bench, run, env, step, actions }: StepProps<'load'>) {
  const planned = step.count === null ? step.ml.value : step.count * (run.squeezeMl ?? 0);
  const { title } = stepWords(step);
  const [text, setText] = useState('');
  const [open, setOpen] = useState(false);
  const typed = readTyped(text, 'volume');
  const ml = typed.value ?? planned;
  const whole = step.id === 'load-0-0' ? inAll(run, env) : null;
  const live = useCallback(
    ({ massG }: MassReading) =>
      void actions.next(step, {
        kind: 'load',
        ml: loadFromScale(run, env, massG, step) ?? planned,
        massG: { ...massG, value: massG.value - panOf(run, env).massG.value },
      }),
    [actions, step, planned, run, env],
  );
  useScaleTarget(
    useMemo(
      // Filled without a scale, no weight is asked for.
      () =>
        run.byScale ? { label: `${title.toLowerCase()}, live`, scaleId: run.scaleId, onTake: live } : null,
      [title, run.byScale, run.scaleId, live],
    ),
  );
  return (
    <div className="stack">
      {step.scaleG !== null && (
        <ToGo
          targetG={step.scaleG + panOf(run, env).massG.value}
          density={chamberDensity(env, step.chamber).value}
        />
      )}
      <div className="row">
        {step.waitSeconds !== undefined && <Countdown seconds={step.waitSeconds} />}
        <Next
          onClick={() => actions.next(step, { kind: 'load', ml, massG: null })}
          disabled={typed.error !== null}
        >
          It is in
        </Next>
        {open ? (
          <QuantityField label="Went in, ml" kind="volume" value={text} onText={setText} autoFocus />
        ) : (
          <Button onClick={() => setOpen(true)}>Another amount went in</Button>
        )}
        {bench.rehearsal && !run.foam && (
          <Button color="warning" onClick={actions.foam}>
            Push the last air in too, to see
          </Button>
        )}
        {step.drops && (
          <Button onClick={() => void actions.next(step, { kind: 'choice', choice: 'full' })}>
            It takes no more
          </Button>
        )}
      </div>
      {whole && (
        <p className="soft small">
          {inAllWords(whole, run.byScale)}
          {whole.bottle?.short && <strong className="bad"> The bottle does not hold that much.</strong>}
        </p>
      )}
    </div>
  );
}
