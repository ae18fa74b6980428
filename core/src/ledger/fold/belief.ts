import type { Belief } from './state';

/** A variance that says: nobody knows (ml²). */
export const UNKNOWN_VAR = 1e8;

export const isKnown = (belief: Belief): boolean => belief.inkVar < UNKNOWN_VAR / 4;

/** Ink moved: the mean shifts, its doubt grows. */
export const moved = (belief: Belief, ml: number, variance: number): Belief => ({
  ml: belief.ml + ml,
  tareMl: belief.tareMl,
  inkVar: belief.inkVar + variance,
  tareVar: belief.tareVar,
  cov: belief.cov,
});

/**
 * One step of a Kalman filter: evidence of the ink (`ink`), or of ink and tare together (`mass`). Joining it never widens
 * either doubt.
 *
 * @param z what the evidence says, ml
 * @param variance of it, ml²
 */
export function joined(belief: Belief, z: number, variance: number, of: 'ink' | 'mass'): Belief {
  const { ml, tareMl, inkVar, tareVar, cov } = belief;
  const h = of === 'mass' ? 1 : 0;
  // P·Hᵀ, and the innovation's variance.
  const pi = inkVar + h * cov;
  const pt = cov + h * tareVar;
  const s = pi + h * pt + variance;
  if (!(s > 0)) return belief;
  const innovation = z - ml - h * tareMl;
  return {
    ml: ml + (pi / s) * innovation,
    tareMl: tareMl + (pt / s) * innovation,
    inkVar: Math.max(0, inkVar - (pi * pi) / s),
    tareVar: Math.max(0, tareVar - (pt * pt) / s),
    cov: cov - (pi * pt) / s,
  };
}

/**
 * Nothing can be drawn that is not there: a belief that more left than was inside says that it holds nothing, give or take what
 * a content above nothing may still be. Its doubt is the root of the mean square of the belief's part above nothing, so it goes on
 * without a step from one that is just at nothing.
 */
export function atLeastNone(belief: Belief): Belief {
  if (belief.ml >= 0 || !isKnown(belief)) return belief;
  const part = squareAbove(-belief.ml / Math.sqrt(belief.inkVar));
  return { ...belief, ml: 0, inkVar: belief.inkVar * part, cov: belief.cov * part };
}

/** Mean square above nothing of a normal whose mean lies `a` standard deviations below it, where it is above at all: to 1 %. */
const squareAbove = (a: number): number => 2 / (a * a + 5 - 3 / (1 + 0.49 * a + 0.19 * a * a));

/** What a weighing is expected to say (ink if the empty mass were exact), with its variance. */
export const massOf = (belief: Belief): { readonly ml: number; readonly variance: number } => ({
  ml: belief.ml + belief.tareMl,
  variance: Math.max(0, belief.inkVar + belief.tareVar + 2 * belief.cov),
});

/** Standard uncertainty of the ink, with the density's share. */
export const inkU = (belief: Belief, relativeDensityU: number): number =>
  Math.sqrt(belief.inkVar + (Math.max(0, belief.ml) * relativeDensityU) ** 2);
