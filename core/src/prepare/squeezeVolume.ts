import type { Uncertain } from '../quantity';

/** A hand squeezes alike within about a tenth, one standard deviation of a single squeeze. */
const HAND = 0.1;

/**
 * What one squeeze of a bottle gives, from the mass of several: `m / (ρ·n)`. Its u joins the scale, the density, and the
 * scatter of the hand over n squeezes (JCGM 100:2008 5.1).
 *
 * @param massG of all squeezes together, above 0
 * @param squeezes how many, at least 1
 * @param density of the ink, g/ml
 * @returns ml for one
 * @throws RangeError when the mass is not above 0 or there is no squeeze
 * @example squeezeVolume({ value: 8.49, u: 0.015 }, 10, { value: 1.061, u: 0.006 }).value.toFixed(2) // "0.80"
 * @example squeezeVolume({ value: 8.49, u: 0.015 }, 10, { value: 1.061, u: 0.006 }).u.toFixed(3) // "0.026"
 */
export function squeezeVolume(massG: Uncertain, squeezes: number, density: Uncertain): Uncertain {
  if (!(massG.value > 0 && squeezes >= 1)) throw new RangeError('Weigh at least one squeeze, above 0 g.');
  const value = massG.value / density.value / squeezes;
  const relative = Math.hypot(massG.u / massG.value, density.u / density.value, HAND / Math.sqrt(squeezes));
  return { value, u: value * relative };
}
