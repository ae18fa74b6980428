import type { Estimate, Uncertain } from './types';

/**
 * The ink in a cartridge by its mass, `V = (m − m_empty) / ρ`, with first-order propagation:
 * `u²(V) = (u²(m) + u²(m_empty)) / ρ² + (V·u(ρ)/ρ)²`. Source: JCGM 100:2008 5.1.2.
 *
 * @param massG gross mass, g
 * @param emptyG empty mass (tare), g
 * @param density of the ink inside, g/ml, above 0
 * @returns ml; below zero when the cartridge is lighter than its tare: the caller decides what that means
 * @throws RangeError when the density is not above 0
 * @example inkByMass({ value: 63.42, u: 0.01528 }, { value: 41.58, u: 0.05 }, { value: 1.064, u: 0.006 }).value.toFixed(3) // "20.526"
 * @example inkByMass({ value: 63.42, u: 0.01528 }, { value: 41.58, u: 0.05 }, { value: 1.064, u: 0.006 }).u.toFixed(3) // "0.126"
 */
export function inkByMass(massG: Uncertain, emptyG: Uncertain, density: Uncertain): Estimate {
  if (!(density.value > 0)) throw new RangeError('A density is above 0 g/ml.');
  const value = (massG.value - emptyG.value) / density.value;
  const fromMass = (massG.u ** 2 + emptyG.u ** 2) / density.value ** 2;
  const fromDensity = ((value * density.u) / density.value) ** 2;
  return { value, u: Math.sqrt(fromMass + fromDensity), source: 'weighed' };
}
