/** Two-sided 95 % quantiles for 1 to 30 degrees of freedom; beyond, the expansion of Abramowitz and Stegun 26.7.5. */
const TABLE = [
  12.706, 4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228, 2.201, 2.179, 2.16, 2.145, 2.131,
  2.12, 2.11, 2.101, 2.093, 2.086, 2.08, 2.074, 2.069, 2.064, 2.06, 2.056, 2.052, 2.048, 2.045, 2.042,
];

/**
 * Coverage factor for about 95 % with few degrees of freedom (JCGM 100:2008 G.3).
 *
 * @param freedom degrees of freedom, 1 or more; Infinity gives the normal's 1.96
 * @throws RangeError below 1
 * @example studentT(2) // 4.303
 * @example studentT(Infinity) // 1.96
 */
export function studentT(freedom: number): number {
  if (!(freedom >= 1)) throw new RangeError('At least one degree of freedom.');
  const tabled = TABLE[Math.floor(freedom) - 1];
  return tabled ?? 1.96 + (1.96 ** 3 + 1.96) / (4 * freedom);
}
