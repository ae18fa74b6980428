/**
 * The largest whole number that still holds, by doubling and halving.
 *
 * @param holds true up to some number and false beyond it
 * @param most never more than this
 * @returns 0 when not even 1 holds
 * @example largestCount((n) => n <= 48, 1000) // 48
 */
export function largestCount(holds: (n: number) => boolean, most: number): number {
  if (!holds(1)) return 0;
  let low = 1;
  let high = 2;
  while (high < most && holds(high)) {
    low = high;
    high *= 2;
  }
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (holds(middle)) low = middle;
    else high = middle;
  }
  return Math.min(low, most);
}
