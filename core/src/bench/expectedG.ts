import { partsOf } from '../ledger';
import { headMasses, massOf } from './answers';
import { forkOf } from './forkOf';
import type { CartridgeRun } from './run';
import type { RunEnv } from './env';
import type { StepOf } from './step';

/**
 * What the scale should show at a weighing: the figure to come to, else by what is believed to be inside now. Head and tank are
 * taken to hold their parts of it in proportion to what they hold at most, until the head was weighed.
 *
 * @returns g
 */
export function expectedG(run: CartridgeRun, env: RunEnv, step: StepOf<'weigh'>): number {
  if (step.targetG !== null) return step.targetG;
  const { body, densityInside: rho } = env;
  const { contents, massG } = forkOf(run, env);
  const parts = step.part ? partsOf(body) : null;
  if (!parts) return massG.value;
  const { head, tank } = parts;
  const primed = run.answers['prime-head'];
  if (step.id === 'weigh-primed')
    return (
      (headMasses(run).at(-1)?.value ?? head.fullG) -
      (primed?.kind === 'volume' ? primed.ml.value * rho.value : 0)
    );
  const ml = contents.value;
  const headMl = Math.min(head.capacityMl, (ml * head.capacityMl) / (head.capacityMl + tank.capacityMl));
  if (step.part === 'head') return head.emptyG.value + headMl * rho.value;
  const weighed = massOf(run, 'weigh-head');
  const there = weighed ? (weighed.value - head.emptyG.value) / rho.value : headMl;
  return tank.emptyG.value + Math.max(0, ml - there) * rho.value;
}
