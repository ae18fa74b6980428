import type { CartridgeRun } from './run';
import { afterMasses, massOf } from './answers';
import { pouredDensity } from './pouredDensity';
import type { RunEnv } from './runEnv';

export interface RestVerdict {
  readonly state: 'sound' | 'leaked';
  readonly restedG: number;
  /** ml lost in the rest; near 0 when sound. */
  readonly lostMl: number;
}

/** Three u of the difference, and at least this much, is a leak: a drop of condensed water is not. */
const SIGMAS = 3;
const LEAST_G = 0.15;

/**
 * What the weighing after the rest says: the mass stood still (then it is the honest full mass), or it fell and ink leaked.
 *
 * @returns null when it was not weighed both after the fill and after the rest
 */
export function judgeRest(run: CartridgeRun, env: RunEnv): RestVerdict | null {
  const rested = massOf(run, 'weigh-rested');
  const full = afterMasses(run).at(-1);
  if (!rested || !full) return null;
  const fell = full.value - rested.value;
  const limit = Math.max(LEAST_G, SIGMAS * Math.hypot(full.u, rested.u));
  const rho = pouredDensity(env);
  return { state: fell > limit ? 'leaked' : 'sound', restedG: rested.value, lostMl: fell / rho.value };
}
