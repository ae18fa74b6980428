/**
 * The value below which a share of a sample lies, without interpolation: one of the sample's own.
 *
 * @param values in any order; they are left as they are
 * @param share 0 to 1; a half gives the (upper) median
 * @returns undefined for an empty sample
 * @example quantileOf([3, 1, 2], 0.5) // 2
 */
export function quantileOf(values: Iterable<number>, share: number): number | undefined {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
}
