import { describe, expect, test } from '@jest/globals';
import type { CauseRow } from './cause';
import { excessOf, LEAK, leakSince } from './leak';
import type { Miss } from './patterns';

const normal = (x: number, mean: number, variance: number): number =>
  Math.exp(-0.5 * ((x - mean) ** 2 / variance + Math.log(2 * Math.PI * variance)));

describe('a leak that began at one of the last weigh-ins', () => {
  const excesses = [
    { days: 14, ml: 0.3, variance: 0.6 },
    { days: 14, ml: 1.7, variance: 0.5 },
    { days: 7, ml: 1.4, variance: 0.3 },
  ];

  test('is as likely as every rate at every beginning, added up by hand', () => {
    // Slow and plain: the rate's prior in ten thousand steps, for each beginning.
    let slow = 0;
    for (let from = 0; from < excesses.length; from++)
      for (let a = LEAK.value - 8 * LEAK.u; a <= LEAK.value + 8 * LEAK.u; a += 0.0002)
        slow +=
          0.0002 *
          normal(a, LEAK.value, LEAK.u ** 2) *
          excesses
            .slice(from)
            .reduce(
              (ratio, { days, ml, variance }) =>
                (ratio * normal(ml, a * days, variance)) / normal(ml, 0, variance),
              1,
            );
    expect(Math.exp(leakSince(excesses).log)).toBeCloseTo(slow, 4);
  });

  test('drew as foretold, it is no leak; the same day by day, it is one at that rate', () => {
    const as = (mlPerDay: number, count: number) =>
      leakSince(Array.from({ length: count }, () => ({ days: 14, ml: 14 * mlPerDay, variance: 0.6 })));
    expect(as(0, 3).log).toBeLessThan(0);
    // What fills itself is none, however far off it is.
    expect(as(-0.2, 3).log).toBe(-Infinity);
    expect(as(0.2, 3).log).toBeGreaterThan(as(0.2, 2).log + 2);
    expect(as(0.2, 3).amount.value).toBeCloseTo(0.2, 1);
    expect(as(0.2, 3).amount.u).toBeLessThan(as(0.2, 1).amount.u);
  });

  test('one weigh-in alone says no more than four of its standard deviations, however far off: it may be a slip', () => {
    const one = (sigmas: number) => leakSince([{ days: 14, ml: sigmas, variance: 1 }]).log;
    expect(one(4.5)).toBe(one(4));
    expect(one(100)).toBe(one(4));
    expect(one(3.9)).toBeLessThan(one(4));
  });
});

describe('what one channel drew beyond its others', () => {
  const row = (slotId: string, toldMl: number, alike: number): CauseRow => ({
    slotId,
    cartridgeId: slotId,
    black: null,
    days: 14,
    toldMl,
    usedMl: toldMl,
    own: 1,
    shared: 0,
    alike,
    cleaningMl: 0.4,
    perDm2: new Map(),
    dm2: new Map(),
    ifLeaking: { toldMl, own: 1, perDay: LEAK },
  });
  const rows = [row('a', 9, 0.2), row('b', 12, 0.3), row('c', 6, 0.1)];
  const misses: readonly Miss[] = [
    { offMl: 1.5, own: 0.4, shared: 0.5 },
    { offMl: -1.2, own: 0.5, shared: 0.6 },
    { offMl: -0.6, own: 0.3, shared: 0.4 },
  ];

  test('is the conditional normal of the whole covariance matrix, by its two others', () => {
    const c = (i: number, j: number): number =>
      misses[i]!.shared * misses[j]!.shared +
      0.01 * rows[i]!.toldMl * rows[j]!.toldMl +
      rows[i]!.alike * rows[j]!.alike +
      (i === j ? misses[i]!.own : 0);
    // The inverse of the two others' matrix by hand.
    const det = c(1, 1) * c(2, 2) - c(1, 2) ** 2;
    const weights = [
      (c(0, 1) * c(2, 2) - c(0, 2) * c(1, 2)) / det,
      (c(0, 2) * c(1, 1) - c(0, 1) * c(1, 2)) / det,
    ];
    const told = weights[0]! * misses[1]!.offMl + weights[1]! * misses[2]!.offMl;
    const { ml, variance, days } = excessOf(rows, misses, rows[0]!);
    expect(ml).toBeCloseTo(misses[0]!.offMl - told, 9);
    expect(variance).toBeCloseTo(c(0, 0) - weights[0]! * c(0, 1) - weights[1]! * c(0, 2), 9);
    expect(days).toBe(14);
  });

  test('where all fell less than foretold, one that fell as foretold stands out by what the others lack', () => {
    const quiet = misses.map((miss, i) => ({ ...miss, offMl: i === 0 ? 0 : -1.5 }));
    expect(excessOf(rows, quiet, rows[0]!).ml).toBeGreaterThan(0.5);
  });

  test('two alone, nothing can be told of what they share: the doubt of it stays', () => {
    const two = [rows[0]!, rows[1]!];
    expect(excessOf(two, misses.slice(0, 2), two[0]!)).toEqual({ days: 14, ml: 1.5, variance: 0.4 + 0.25 });
  });
});
