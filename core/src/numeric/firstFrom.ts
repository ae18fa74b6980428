/**
 * The place of the first in an ordered list of which something is no longer so, by halving.
 *
 * @param isBefore true of all up to some place, false from there on
 * @param length only so many of the list count
 * @returns the length where it is so of all
 * @example firstFrom([1, 3, 5, 7], (value) => value < 4) // 2
 */
export function firstFrom<T>(
  sorted: readonly T[],
  isBefore: (item: T) => boolean,
  length = sorted.length,
): number {
  let low = 0;
  let high = length;
  while (low < high) {
    const middle = (low + high) >> 1;
    const item = sorted[middle];
    if (item !== undefined && isBefore(item)) low = middle + 1;
    else high = middle;
  }
  return low;
}
