/**
 * Standard uncertainty of one reading of a scale: rounding of the display and repeatability, `u² = d²/12 + s²`.
 * Source: JCGM 100:2008 4.3.7 (rectangular distribution of a digital indication).
 *
 * @param scale resolution d and repeatability s, both in g, neither negative
 * @returns u in g
 * @throws RangeError when either is negative or not finite
 * @example scaleUncertainty({ resolutionG: 0.01, repeatabilityG: 0.015 }).toFixed(5) // "0.01528"
 */
export function scaleUncertainty(scale: {
  readonly resolutionG: number;
  readonly repeatabilityG: number;
}): number {
  const { resolutionG: d, repeatabilityG: s } = scale;
  if (!(d >= 0 && s >= 0))
    throw new RangeError('A scale has a resolution and a repeatability of at least 0 g.');
  return Math.sqrt((d * d) / 12 + s * s);
}
