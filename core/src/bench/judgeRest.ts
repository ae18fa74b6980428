import type { Uncertain } from '../quantity';
import type { CartridgeRun } from './run';
import { massOf } from './answers';
import { pouredDensity } from './pouredDensity';
import type { RunEnv } from './env';

export interface RestVerdict {
  readonly state: 'sound' | 'leaked';
  readonly restedG: number;
  /** ml lost in the rest; near 0 when sound. */
  readonly lostMl: number;
  /** Sound, and so far from its kind's full mass that it is worth keeping as this body's own. */
  readonly isOwn: boolean;
}

/** Three u of the difference, and at least this much, is a leak: a drop of condensed water is not. */
const SIGMAS = 3;
const LEAST_G = 0.15;
/** A rested mass this far from the type's full mass is worth keeping, g. */
const WORTH_G = 0.5;

/** Did it lose ink between two masses, with nothing taken out? */
export const hasLeaked = (full: Uncertain, rested: Uncertain): boolean =>
  full.value - rested.value > Math.max(LEAST_G, SIGMAS * Math.hypot(full.u, rested.u));

/**
 * What the weighing after the rest says: the mass stood still (then it is the honest full mass), or it fell and ink leaked. What
 * was drawn by hand after the last weighing did not leak.
 *
 * @returns null when it was not weighed both after the fill and after the rest
 */
export function judgeRest(run: CartridgeRun, env: RunEnv): RestVerdict | null {
  const rested = massOf(run, 'weigh-rested');
  const rho = pouredDensity(env);
  const full = restsFrom(run, rho.value);
  if (!rested || !full) return null;
  const fell = full.value - rested.value;
  const leaked = hasLeaked(full, rested);
  return {
    state: leaked ? 'leaked' : 'sound',
    restedG: rested.value,
    lostMl: fell / rho.value,
    isOwn:
      !leaked &&
      env.body.cartridge.targetG === null &&
      Math.abs(rested.value - env.body.type.fullG) > WORTH_G,
  };
}

/** The mass that it went to its rest with: the last weighing of the full cartridge, less what came out by hand since. */
export function restsFrom(run: CartridgeRun, rho: number): Uncertain | null {
  let mass: Uncertain | null = null;
  // Answers of a run that was put together by hand stand in the order of their keys.
  const order = run.done.length > 0 ? run.done : Object.keys(run.answers);
  for (const id of order) {
    const answer = run.answers[id];
    if (answer?.kind === 'mass' && (id.startsWith('weigh-after') || id.endsWith('-weigh')))
      mass = answer.massG;
    else if (mass && answer?.kind === 'volume' && id !== 'leftover' && answer.fate !== 'cartridge')
      mass = { value: mass.value - answer.ml.value * rho, u: Math.hypot(mass.u, answer.ml.u * rho) };
  }
  return mass;
}
