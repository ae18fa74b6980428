import { describe, expect, test } from '@jest/globals';
import { Patterns, type Miss } from './patterns';

/** The same by the whole matrix: log density of N(mean, C) by elimination, slow and plain. */
function logDensity(off: readonly number[], covariance: readonly (readonly number[])[]): number {
  const rows = covariance.map((row, i) => [...row, off[i]!]);
  let log = 0;
  rows.forEach((row, i) => {
    log += Math.log(row[i]!);
    for (const below of rows.slice(i + 1)) {
      const factor = below[i]! / row[i]!;
      row.forEach((value, j) => (below[j]! -= factor * value));
    }
  });
  // After elimination the square is Σ y²/pivot.
  return -0.5 * (log + rows.reduce((sum, row, i) => sum + row[off.length]! ** 2 / row[i]!, 0));
}

const misses: readonly Miss[] = [
  { offMl: 0.4, own: 0.09, shared: 0.3 },
  { offMl: -0.2, own: 0.04, shared: 0.2 },
  { offMl: 1.9, own: 0.16, shared: 0.5 },
  { offMl: 0.1, own: 0.25, shared: 0.1 },
];
const told = [3, 1.5, 6, 2];

describe('a cause’s likelihood', () => {
  test.each([
    [[1, 1, 1, 1], { value: 0, u: 1.5 }],
    [[0, 0, 1, 0], { value: 1.4, u: 0.8 }],
    [told, { value: 0, u: 0.35 }],
  ])('pattern %j is that of the whole covariance matrix, term by term', (pattern, amount) => {
    const base = misses.map((a, i) =>
      misses.map((b, j) => a.shared * b.shared + 0.01 * told[i]! * told[j]! + (i === j ? a.own : 0)),
    );
    const withIt = base.map((row, i) =>
      row.map((value, j) => value + amount.u ** 2 * pattern[i]! * pattern[j]!),
    );
    const off = misses.map(({ offMl }) => offMl);
    const slow =
      logDensity(
        off.map((value, i) => value - amount.value * pattern[i]!),
        withIt,
      ) - logDensity(off, base);
    const found = new Patterns(misses, [told.map((ml) => 0.1 * ml)]).explain(pattern, amount);
    expect(found.log).toBeCloseTo(slow, 9);
  });

  test('one channel that stands out alone is explained by its own leak, not by a scale that was off for all', () => {
    const look = new Patterns(misses);
    const amount = { value: 0, u: 1.5 };
    expect(look.explain([0, 0, 1, 0], amount).log).toBeGreaterThan(look.explain([1, 1, 1, 1], amount).log);
  });

  test('how large it would be: what was seen, drawn to what was expected by the doubt of either', () => {
    const one = [{ offMl: 2, own: 1, shared: 0 }];
    const { amount } = new Patterns(one).explain([1], { value: 0, u: 1 });
    expect(amount.value).toBeCloseTo(1, 12);
    expect(amount.u).toBeCloseTo(Math.SQRT1_2, 12);
  });

  test('less than foretold is explained by an amount below nothing', () => {
    const less = misses.map((miss) => ({ ...miss, offMl: -Math.abs(miss.offMl) - 1 }));
    expect(new Patterns(less).explain(told, { value: 0, u: 0.35 }).amount.value).toBeLessThan(0);
  });
});
