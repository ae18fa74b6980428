import type { Uncertain } from '../quantity';
import { massStart } from './answers';
import { loadedIn } from './dosesOf';
import { forkOf } from './forkOf';
import { panOf } from './panOf';
import { partPlans } from './partPlans';
import { chamberDensity } from './pouredDensity';
import type { CartridgeRun } from './run';
import type { RunEnv } from './env';
import type { StepOf } from './step';

/**
 * What a load put in, by weighing while it goes in: the rise above what the run's fork says it weighs now, over the density of
 * the ink.
 *
 * @param run with its answers so far
 * @param env densities of the bottles
 * @param massG what the scale shows now
 * @param step the load that goes in
 * @returns ml, not below 0; null when nothing was weighed before
 */
export function loadFromScale(
  run: CartridgeRun,
  env: RunEnv,
  massG: Uncertain,
  { chamber, part }: Pick<StepOf<'load'>, 'chamber' | 'part'> = { chamber: 0 },
): number | null {
  if (!massStart(run)) return null;
  const rho = chamberDensity(env, chamber).value;
  // Head and tank stand on the scale each by itself.
  const own = partPlans(run, env)?.find((one) => one.part === part);
  const before = own
    ? own.startG.value + loadedIn(run, part === 'head' ? 0 : 1).ml * rho
    : forkOf(run, env).massG.value;
  return Math.max(0, (massG.value - panOf(run, env).massG.value - before) / rho);
}
