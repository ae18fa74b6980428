import { describe, expect, test } from '@jest/globals';
import { COVERAGE } from './coverage';
import { normalDraw } from './normalDraw';
import { poolForFew, type FewPart } from './poolForFew';
import { seeded } from './seeded';
import { widenForFew } from './widenForFew';

describe('a sum of parts that were each known by few points', () => {
  const few = (u: number, freedom: number) => ({ u: widenForFew(u, freedom), freedom });

  test.each<[string, FewPart[], number]>([
    ['none', [], 0],
    ['one is widened as it was', [few(1, 2)], widenForFew(1, 2)],
    ['one degree is a degree', [few(1, 1)], widenForFew(1, 1)],
    [
      'of none nothing was widened',
      [
        { u: 3, freedom: 0 },
        { u: 4, freedom: null },
      ],
      5,
    ],
    [
      'statements add in squares',
      [
        { u: 3, freedom: null },
        { u: 4, freedom: null },
      ],
      5,
    ],
    // Two of two degrees each: four together, 2.776 instead of 4.303.
    ['two alike rest on twice as many', [few(1, 2), few(1, 2)], (Math.SQRT2 * 2.776) / 1.96],
    ['nine of two rest on eighteen', Array.from({ length: 9 }, () => few(1, 2)), (3 * 2.101) / 1.96],
    ['one that is far larger rules', [few(10, 2), few(0.01, 2)], widenForFew(10, 2)],
    // u² = 2, Σu⁴/ν = 1/2: eight degrees.
    ['one widened beside a statement', [few(1, 2), { u: 1, freedom: null }], (Math.SQRT2 * 2.306) / 1.96],
  ])('%s', (_, parts, u) => expect(poolForFew(parts)).toBeCloseTo(u, 3));

  test('holds 95 in a hundred where each by itself, added in squares, would hold nearly all', () => {
    const random = seeded(11);
    let pooled = 0;
    let widened = 0;
    const rounds = 4000;
    for (let round = 0; round < rounds; round++) {
      let off = 0;
      const parts: FewPart[] = [];
      for (let channel = 0; channel < 9; channel++) {
        // A slope whose true standard error is 1, estimated by two degrees of freedom.
        off += normalDraw(random);
        parts.push(few(Math.sqrt((normalDraw(random) ** 2 + normalDraw(random) ** 2) / 2), 2));
      }
      if (Math.abs(off) <= COVERAGE * poolForFew(parts)) pooled += 1;
      if (Math.abs(off) <= COVERAGE * Math.hypot(...parts.map(({ u }) => u))) widened += 1;
    }
    expect(pooled / rounds).toBeGreaterThan(0.93);
    expect(pooled / rounds).toBeLessThan(0.975);
    expect(widened / rounds).toBeGreaterThan(0.99);
  });
});
