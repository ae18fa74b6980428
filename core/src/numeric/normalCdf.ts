/**
 * The standard normal distribution function Φ(z), by the complementary error function's rational approximation
 * (Abramowitz and Stegun 7.1.26; absolute error below 2e-7).
 *
 * @param z any real number
 * @returns probability between 0 and 1
 * @example normalCdf(1.96).toFixed(4) // "0.9750"
 */
export function normalCdf(z: number): number {
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const poly =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const upper = 0.5 * poly * Math.exp(-x * x);
  return z > 0 ? 1 - upper : upper;
}
