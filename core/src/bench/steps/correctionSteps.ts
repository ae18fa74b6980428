import { judgeFill, type FillPlan } from '../../fill';
import { massBefore, massOf } from '../answers';
import { dosesOf } from '../dosesOf';
import { pouredDensity } from '../pouredDensity';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../runEnv';
import type { Lay } from '../step';

const MOST_CORRECTIONS = 6;

/** Weigh, and correct until the scale says done: drops when short, draw back when over. */
export function correctionSteps(run: CartridgeRun, env: RunEnv, plan: FillPlan, { add }: Lay): void {
  const density = pouredDensity(env);
  const ownDoses = run.dosesMl.some((dose) => dose !== null);
  const target =
    ownDoses && massBefore(run)
      ? {
          ...plan,
          targetG: Math.min(
            env.body.maxG,
            massBefore(run)!.value +
              dosesOf(run, env, plan).reduce((sum, dose) => sum + dose.ml, 0) * density.value,
          ),
        }
      : plan;
  for (let i = 1; i <= MOST_CORRECTIONS; i++) {
    const id = `weigh-after-${i}`;
    add({
      id,
      kind: 'weigh',
      purpose: 'after',
      title: i === 1 ? 'Weigh it full' : 'Weigh it again',
      text: `Done within ${target.toleranceG.toFixed(1)} g of the target: a small overshoot is fine.`,
      number: { value: target.targetG, unit: 'g' },
    });
    const mass = massOf(run, id);
    if (!mass) return;
    const verdict = judgeFill(mass, target, density);
    if (verdict.state === 'done') return;
    // Once it was closed the fill is over, whatever is learnt about the body later.
    const corrected = run.answers[`draw-back-${i}`] ?? run.answers[`top-off-${i}`];
    if (run.done.includes('drip') && !corrected) return;
    if (verdict.state === 'over')
      add({
        id: `draw-back-${i}`,
        kind: 'draw',
        title: 'Too full: draw back',
        number: { value: verdict.ml, unit: 'ml' },
        scaleG: target.targetG,
        text: 'Draw this much back, or let it stand on a towel for some hours and weigh again.',
        cautions: env.body.type.construction === 'bag' ? ['bag', 'needle'] : ['needle'],
      });
    // A weight gives only the sum of several chambers: nobody knows which of them is short.
    else if (env.body.type.chambers > 1) return;
    else
      add({
        id: `top-off-${i}`,
        kind: 'load',
        chamber: 0,
        title: 'Short: add by drops',
        number: { value: verdict.ml, unit: 'ml' },
        scaleG: target.targetG,
        text: 'Drop by drop on the scale. If it no longer drinks, stop: it is full for this fill.',
        optional: true,
        cautions: ['needle'],
      });
    if (run.answers[`top-off-${i}`]?.kind === 'choice') return;
  }
}
