import Button from '@mui/material/Button';
import { useCallback, useMemo, useState } from 'react';
import { chamberDensity, dosesOf, loadFromScale, panOf, planOf } from '@hiraeth/core/bench';
import { formatUncertain } from '@hiraeth/core/quantity';
import { stepWords } from '@hiraeth/core/words';
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
  const plan = planOf(run, env);
  const naive = plan.naiveMl - plan.addMl.value;
  const prime = dosesOf(run, env).reduce((sum, dose) => sum + dose.ml, 0) - Math.max(0, plan.addMl.value);
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
      {step.id === 'load-0-0' && (
        <p className="soft small">
          In all {formatUncertain(plan.addMl, 'ml')}
          {run.byScale ? ` to ${plan.targetG.toFixed(2)} g` : ''} (
          {plan.targetBy === 'sections'
            ? 'what this method reaches'
            : plan.targetBy === 'own'
              ? 'your own target'
              : plan.targetBy === 'maximum'
                ? 'its own maximum'
                : 'full'}
          ){prime > 0.01 && `, and ${prime.toFixed(1)} ml more that the prime takes out again`}.
          {Math.abs(naive) > 0.05 &&
            ` “1 g = 1 ml” would add ${plan.naiveMl.toFixed(2)} ml: ${Math.abs(naive).toFixed(2)} ml too ${naive > 0 ? 'many' : 'few'}.`}
          {plan.bottleAfterMl !== null &&
            ` The bottle then holds ${plan.bottleAfterMl.toFixed(0)} ml: ${Math.floor(plan.bottleAfterMl / Math.max(1, plan.addMl.value))} more fills like this.`}
          {plan.warnings.some((w) => w.code === 'bottleShort') && (
            <strong className="bad"> The bottle does not hold that much.</strong>
          )}
        </p>
      )}
    </div>
  );
}
