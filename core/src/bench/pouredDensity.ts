import type { Uncertain } from '../quantity';
import type { RunEnv } from './env';

/** Density of the ink that goes into one chamber, g/ml: its bottle's; without one, that of what is inside. */
export const chamberDensity = (env: RunEnv, chamber: number): Uncertain =>
  env.bottleDensity[chamber] ?? env.bottleDensity[0] ?? env.densityInside;

/**
 * Density of all that goes in, g/ml: total mass over total volume, with `u = Σ share·u(ρ)` (bottles of one maker err together).
 *
 * @param ml what goes into each chamber; equal parts when it is not known or nothing
 */
export function pouredDensity(env: RunEnv, ml: readonly number[] = []): Uncertain {
  const total = ml.reduce((sum, part) => sum + part, 0);
  const { chambers } = env.body.type;
  let value = 0;
  let u = 0;
  for (let chamber = 0; chamber < chambers; chamber++) {
    const share = total > 0 ? (ml[chamber] ?? 0) / total : 1 / chambers;
    const rho = chamberDensity(env, chamber);
    value += share * rho.value;
    u += share * rho.u;
  }
  return { value, u };
}
