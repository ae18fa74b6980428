import type { Uncertain } from '../quantity';
import type { DryingFit } from './fitDrying';

/**
 * The fitted drying curve at one moment, with the doubt of the fit (not of a single weighing): `m_dry + A·exp(−t/τ)`, its u
 * by the law of propagation from the covariance of A, τ and m_dry (JCGM 100:2008 5.2).
 *
 * @param fit from `fitDrying`, with a time constant above 0
 * @param minutes on the readings' clock
 * @returns g
 */
export function dryingCurve(fit: DryingFit, minutes: number): Uncertain {
  const t = minutes - (fit.used[0]?.minutes ?? 0);
  const tau = fit.tauMinutes.value;
  const decay = Math.exp(-t / tau);
  const variance = fit.covariance.along([decay, (fit.waterG * decay * t) / tau ** 2, 1]);
  return { value: fit.dryG.value + fit.waterG * decay, u: Math.sqrt(Math.max(0, variance)) };
}
