/**
 * Runs work that was written in slices to its end, without a pause.
 *
 * @param slices of the work; what it returns is what was made
 */
export function atOnce<T>(slices: Generator<unknown, T, void>): T {
  for (;;) {
    const { done, value } = slices.next();
    if (done) return value;
  }
}
