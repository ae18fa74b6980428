import { expect, test } from '@jest/globals';
import { addExposure, jobExposure } from '../exposure';
import { PRINTER } from '../testing';
import type { Channel } from './channel';
import { coefficientPerDm2 } from './predict';
import { fitPrinter } from './fitPrinter';
import { isOtherwise, kindsMet } from './kindsMet';
import type { Observed } from './model';

const ANY = { value: 0.01, u: 0.005 };
const channel = (kinds: readonly (readonly [mean: number, u: number])[], isTaught = false): Channel => ({
  subjects: new Map(kinds.map((_, i) => [String(i), i + 1])),
  // What is no kind of picture stands first.
  mean: [99, ...kinds.map(([mean]) => mean)],
  cov: [0, ...kinds].map((_, i) =>
    [0, ...kinds].map((_, j) => (i === j && i > 0 ? kinds[i - 1]![1] ** 2 : 0)),
  ),
  perDm2: ANY,
  isTaught,
  intervals: 5,
});

test('what a kind takes before it is met: the middle and the spread of all that were, beside six of any printer', () => {
  expect(kindsMet([], ANY).value).toBeCloseTo(0.01, 12);
  expect(kindsMet([], ANY).u).toBeCloseTo(0.005, 12);
  // Two kinds in one channel, 0.04 ± 0.01 and 0: (6·0.01 + 0.04)/8, and the spread of all eight about it.
  const met = kindsMet(
    [
      channel([
        [0.04, 0.01],
        [0, 0],
      ]),
    ],
    ANY,
  );
  expect(met.value).toBeCloseTo(0.0125, 12);
  const squares = (6 * (0.005 ** 2 + 0.01 ** 2) + 0.04 ** 2 + 0.01 ** 2) / 8;
  expect(met.u).toBeCloseTo(Math.sqrt(squares - 0.0125 ** 2), 12);
  // Another printer's teaching is no evidence of this one.
  expect(kindsMet([channel([[0.04, 0.01]], true)], ANY)).toEqual(kindsMet([], ANY));
});

test('a fifth of the spread is another story: of the middle, up or down, or of the spread itself', () => {
  const met = (value: number, u = 0.005) => isOtherwise(ANY, { value, u });
  expect([met(0.0109), met(0.0111), met(0.0091), met(0.0089)]).toEqual([false, true, false, true]);
  expect([met(0.01, 0.0061), met(0.01, 0.0062), met(0.01, 0.0041), met(0.01, 0.004)]).toEqual([
    false,
    true,
    false,
    true,
  ]);
});

test('a kind that takes six times the usual is known as such within its first weeks, not held down to what is usual', () => {
  // Black-and-white proofs and full-bleed night skies of one studio, always together: ml/dm² of each.
  const takes = { proof: 0.001, sky: 0.07 };
  const weeks = [10, 40, 25, 60, 15, 30];
  const seen = weeks.flatMap((dm2, week) =>
    PRINTER.slots.map(({ id: slotId }, s): Observed => ({
      factId: `${week}-${s}`,
      slotId,
      from: new Date(Date.UTC(2026, 0, 1 + 7 * week)).toISOString(),
      to: new Date(Date.UTC(2026, 0, 8 + 7 * week)).toISOString(),
      exposure: addExposure(jobExposure('proof', 70 - dm2), jobExposure('sky', dm2)),
      used: { value: takes.proof * (70 - dm2) + takes.sky * dm2, u: 0.03 },
      because: null,
      counted: null,
    })),
  );
  const model = fitPrinter(
    PRINTER.slots.map(({ id }) => id),
    seen,
    PRINTER.draws,
  );
  const sky = coefficientPerDm2(model, PRINTER.slots[0]!.id, 'sky');
  expect(Math.abs(sky.value - takes.sky)).toBeLessThan(0.1 * takes.sky);
  // A kind that never came yet may be like either.
  expect(coefficientPerDm2(model, PRINTER.slots[0]!.id, 'new').u).toBeGreaterThan(0.02);
});
