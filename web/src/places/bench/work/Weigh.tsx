import { useCallback, useMemo } from 'react';
import { expectedG, massAnswer, massBefore, panOf, partPlans, planOf } from '@hiraeth/core/bench';
import { formatUncertain } from '@hiraeth/core/quantity';
import { stepWords } from '@hiraeth/core/words';
import { massRange, type MassReading } from '@hiraeth/core/ledger';
import { useServices } from '../../../state/services';
import { useScaleTarget } from '../../../devices/useScale';
import { PanMasses } from './PanMasses';
import type { StepProps } from './props';

/** A weight, taken at the rail. */
export function Weigh({ bench, run, env, step, actions }: StepProps<'weigh'>) {
  const { clock: time } = useServices();
  const take = useCallback(
    ({ massG }: MassReading) =>
      void actions.next(step, massAnswer(run, env, step, massG, new Date(time.now()).toISOString())),
    // A new step has a new component, so its actions are the current ones.
    [actions, run, env, step, time],
  );
  const { title } = stepWords(step);
  const pan = panOf(run, env).massG.value;
  const [least, most] = massRange(env.body).map((g) => g + pan) as [number, number];
  // Head and tank each by itself weigh less; in a rehearsal the pan changes by itself, and taking a weight is learnt.
  const byHand = bench.rehearsal || step.part !== undefined;
  const target = useMemo(
    () => ({
      label: `${env.body.cartridge.label}, ${title.toLowerCase()}`,
      scaleId: run.scaleId,
      ...(byHand ? {} : { range: [least, most] as const }),
      onTake: take,
    }),
    [env.body.cartridge.label, title, run.scaleId, byHand, least, most, take],
  );
  useScaleTarget(target);
  const plan = planOf(run, env);
  const own = partPlans(run, env)?.find(({ part }) => part === step.part);
  const withPan = (g: number): number => g + panOf(run, env).massG.value;
  return (
    <div className="stack">
      <p>
        Take the weight at the foot of the page: <kbd>w</kbd>, the number, <kbd>Enter</kbd>.
      </p>
      {step.purpose === 'before' && !step.again && env.inkNow && (
        <p className="soft">
          By the log it holds {formatUncertain(env.inkNow, 'ml')}: the scale should show about{' '}
          {(expectedG(run, env, step) + panOf(run, env).massG.value).toFixed(1)} g
          {step.part && `, with the ${step.part} alone on it`}.
        </p>
      )}
      {step.purpose === 'after' && (
        <p className="soft">
          It was {withPan((own?.startG ?? massBefore(run))?.value ?? 0).toFixed(2)} g; never above{' '}
          {withPan(own?.body.maxG ?? env.body.maxG).toFixed(1)} g.
        </p>
      )}
      {step.purpose === 'after' && plan.warnings.some((w) => w.code === 'sectionLimits') && (
        <p className="soft">This method reaches only a part of the body: the target is for that part.</p>
      )}
      <PanMasses run={run} env={env} />
    </div>
  );
}
