import type { Uncertain } from '../quantity';
import { massStart } from './answers';
import { partPlans } from './partPlans';
import { chamberDensity } from './pouredDensity';
import type { CartridgeRun } from './run';
import type { RunEnv } from './runEnv';
import type { StepOf } from './step';

/**
 * What a load put in, by weighing while it goes in: the rise since the last mass of this run over the density of the ink.
 *
 * @param run with its masses so far
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
  // Head and tank stand on the scale each by itself.
  const own = partPlans(run, env)?.find((one) => one.part === part);
  const mine = own && (part === 'head' ? 'load-0-' : 'load-1-');
  const loads = Object.entries(run.answers).flatMap(([id, answer]) =>
    answer.kind === 'load' && (!mine || id.startsWith(mine)) ? [answer] : [],
  );
  const last = loads.reduce((mass, answer) => answer.massG ?? mass, own?.startG ?? massStart(run));
  if (!last) return null;
  const unweighed = loads
    .slice(loads.findLastIndex((answer) => answer.massG !== null) + 1)
    .reduce((sum, answer) => sum + answer.ml, 0);
  const rho = chamberDensity(env, chamber).value;
  return Math.max(0, (massG.value - last.value) / rho - unweighed);
}
