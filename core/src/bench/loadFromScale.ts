import type { Uncertain } from '../quantity';
import { massStart } from './answers';
import { chamberDensity } from './pouredDensity';
import type { CartridgeRun } from './run';
import type { RunEnv } from './runEnv';

/**
 * What a load put in, by weighing while it goes in: the rise since the last mass of this run over the density of the ink.
 *
 * @param run with its masses so far
 * @param env densities of the bottles
 * @param massG what the scale shows now
 * @param chamber that the load goes into
 * @returns ml, not below 0; null when nothing was weighed before
 */
export function loadFromScale(run: CartridgeRun, env: RunEnv, massG: Uncertain, chamber = 0): number | null {
  const loads = Object.values(run.answers).filter((answer) => answer.kind === 'load');
  const last = loads.reduce((mass, answer) => answer.massG ?? mass, massStart(run));
  if (!last) return null;
  const unweighed = loads
    .slice(loads.findLastIndex((answer) => answer.massG !== null) + 1)
    .reduce((sum, answer) => sum + answer.ml, 0);
  const rho = chamberDensity(env, chamber).value;
  return Math.max(0, (massG.value - last.value) / rho - unweighed);
}
