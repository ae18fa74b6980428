import { describe, expect, test } from '@jest/globals';
import { COVERAGE } from './coverage';
import { firstFrom } from './firstFrom';
import { normalCdf } from './normalCdf';
import { normalQuantile } from './normalQuantile';
import { Square } from './Square';
import { widenForFew } from './widenForFew';

test.each([
  // Abramowitz and Stegun, table 26.1; on both sides of where the approximation changes over.
  [0.5, 0],
  [0.9, 1.281552],
  [0.9757, 1.972084],
  [0.9758, 1.973839],
  [0.99, 2.326348],
  [0.999, 3.090232],
  [0.999999, 4.753424],
])('the normal quantile of %d, by which margins are taken, is that of the tables', (p, z) => {
  expect(normalQuantile(p)).toBeCloseTo(z, 4);
  expect(normalCdf(z)).toBeCloseTo(p, 4);
});

test('one point more than parameters widens a figure six times; none leaves somebody’s statement as it is', () => {
  expect(widenForFew(1, 1)).toBeCloseTo(12.706 / COVERAGE, 3);
  expect(widenForFew(1, 2)).toBeCloseTo(4.303 / COVERAGE, 3);
  expect([widenForFew(1, 0), widenForFew(1, 0.5)]).toEqual([1, 1]);
  expect(widenForFew(1, Infinity)).toBeCloseTo(1, 3);
});

test.each([
  [[], 0],
  [[5], 0],
  [[3], 1],
  [[1, 3, 3, 4, 9], 3],
  [[1, 2, 3], 3],
])('in %j the first that is not below four stands at %d', (sorted, place) => {
  expect(firstFrom(sorted, (value) => value < 4)).toBe(place);
});

test('of a list that somebody else goes on with only the first so many count', () => {
  expect(firstFrom([1, 2, 3, 9], () => true, 2)).toBe(2);
});

describe('a small symmetric matrix', () => {
  const of = (rows: readonly (readonly number[])[]) => new Square(rows.length, (i, j) => rows[i]![j]!);
  const rowsOf = (square: Square) =>
    Array.from({ length: square.size }, (_, i) =>
      Array.from({ length: square.size }, (_, j) => square.get(i, j)),
    );

  test('inverts by hand: [[4, 2], [2, 3]] → [[3, −2], [−2, 4]] / 8', () => {
    const inverse = of([
      [4, 2],
      [2, 3],
    ]).inverse()!;
    rowsOf(inverse)
      .flat()
      .forEach((value, k) => expect(value).toBeCloseTo([0.375, -0.25, -0.25, 0.5][k]!, 12));
  });

  test('of quantities of very different sizes, whose pivots change places, times its inverse is one', () => {
    const rows = [
      [1e-6, 2e-3, 5e-4],
      [2e-3, 9, 1],
      [5e-4, 1, 1e4],
    ];
    const inverse = of(rows).inverse()!;
    for (let i = 0; i < 3; i++)
      for (let j = 0; j < 3; j++) {
        const cell = rows[i]!.reduce((sum, value, k) => sum + value * inverse.get(k, j), 0);
        // In the units of row and column.
        expect((cell * Math.sqrt(rows[j]![j]!)) / Math.sqrt(rows[i]![i]!)).toBeCloseTo(i === j ? 1 : 0, 9);
      }
  });

  test('two rows that say the same have no inverse: too little was weighed', () => {
    expect(
      of([
        [1, 2],
        [2, 4],
      ]).inverse(),
    ).toBeNull();
  });

  test('the variance of a difference: 4 + 3 − 2·2', () => {
    const cov = of([
      [4, 2],
      [2, 3],
    ]);
    expect([cov.along([1, -1]), cov.along([1, 1]), cov.along([2, 0])]).toEqual([3, 11, 16]);
    expect(cov.get(2, 2)).toBeNaN();
  });
});
