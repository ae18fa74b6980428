/**
 * Standard normal quantile (Acklam's rational approximation, |error| < 1.2e-9 of p).
 *
 * @param p a half and above, below 1
 * @example normalQuantile(0.975).toFixed(4) // "1.9600"
 */
export function normalQuantile(p: number): number {
  if (p > 0.97575) {
    const q = Math.sqrt(-2 * Math.log(1 - Math.min(p, 1 - 1e-12)));
    return -polynomial(TAIL.above, q) / polynomial(TAIL.below, q);
  }
  const q = p - 0.5;
  const r = q * q;
  return (polynomial(MIDDLE.above, r) * q) / polynomial(MIDDLE.below, r);
}

/** Coefficients of the two fractions, highest power first. */
const MIDDLE = {
  above: [
    -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716,
    2.506628277459239,
  ],
  below: [
    -54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972, -13.28068155288572, 1,
  ],
};
const TAIL = {
  above: [
    -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734, 4.374664141464968,
    2.938163982698783,
  ],
  below: [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416, 1],
};

const polynomial = (coefficients: readonly number[], x: number): number =>
  coefficients.reduce((sum, coefficient) => sum * x + coefficient, 0);
