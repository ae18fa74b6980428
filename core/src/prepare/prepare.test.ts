import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { COVERAGE } from '../numeric';
import { Ledger } from '../ledger';
import { between, fill, script, setUp } from '../testing';
import { explain } from '../words';
import type { FactDraft } from '../workbook';
import { comparePreparations } from './comparePreparations';
import { densityByFills } from './densityByFills';
import { dryingCurve } from './dryingCurve';
import { fitDensity, type DensityProblem } from './fitDensity';
import { fitDrying, type DryingProblem } from './fitDrying';
import { flushWays, oldFraction } from './flushRounds';
import { squeezeVolume } from './squeezeVolume';

const at = (...pairs: readonly (readonly [number, number])[]) =>
  pairs.map(([minutes, g]) => ({ minutes, g }));
const measured = (rho: number): FactDraft => ({
  kind: 'densityMeasured',
  inkId: 'ink-cyan',
  density: { value: rho, u: 0.004 },
  points: [],
});
const EXAMPLE_4 = at([0, 21.36], [45, 19.58], [90, 18.55], [150, 17.76], [210, 17.33]);

/** A seeded normal deviate, so that a failure can be repeated. */
function normals(seed: number): () => number {
  let s = seed;
  const next = (): number => (s = (s * 16807) % 2147483647) / 2147483647;
  return () => Math.sqrt(-2 * Math.log(next())) * Math.cos(2 * Math.PI * next());
}

test('worked example 4: with the dry mass known, and without', () => {
  const known = fitDrying(EXAMPLE_4, 16.82);
  expect(known.ok && known.value).toMatchObject({ dryKnown: true, dryEnough: false, notes: [] });
  expect(known.ok && known.value.waterG.toFixed(2)).toBe('4.52');
  const unknown = fitDrying(EXAMPLE_4, null);
  expect(
    unknown.ok && [unknown.value.tauMinutes.value.toFixed(1), unknown.value.readyAt.minutes.toFixed(0)],
  ).toEqual(['89.3', '303']);
});

test.each<[string, ReturnType<typeof at>, number | null, DryingProblem['code']]>([
  ['not a number', at([0, NaN], [30, 20]), 16.8, 'dryingNotNumbers'],
  ['one weighing', at([0, 21]), 16.8, 'dryingFew'],
  ['three, and no dry mass', at([0, 21], [30, 20], [60, 19.3]), null, 'dryingFew'],
  ['equal times', at([10, 21], [10, 21.01]), 16.8, 'dryingEqualTimes'],
  ['rising mass', at([0, 18], [30, 18.5], [60, 19.2]), 16.8, 'dryingRises'],
  ['no decay', at([0, 18], [60, 18.005], [120, 17.998], [180, 18.0]), 16.8, 'dryingNoDecay'],
  ['a straight line has no end', at([0, 18], [10, 17.9], [20, 17.8], [30, 17.7]), null, 'dryingNoDecay'],
])('drying, %s: a reason, no number', (_name, readings, dry, code) => {
  const fit = fitDrying(readings, dry);
  expect(!fit.ok && fit.problem.code).toBe(code);
  expect(!fit.ok && explain(fit.problem)).toMatch(/\w.*\./);
});

test('order, re-wetting, dryness and a mass below the dry one are handled and said', () => {
  const shuffled = fitDrying([...EXAMPLE_4].reverse(), 16.82);
  expect(shuffled.ok && [shuffled.value.notes, shuffled.value.tauMinutes.value.toFixed(1)]).toEqual([
    ['sorted'],
    '94.0',
  ]);
  const wetted = fitDrying([...at([-200, 20], [-100, 18]), ...EXAMPLE_4], 16.82);
  expect(wetted.ok && [wetted.value.notes, wetted.value.used.length]).toEqual([['rewetted'], 5]);
  const dry = fitDrying(at([0, 16.85], [60, 16.84]), 16.82);
  expect(dry.ok && [dry.value.dryEnough, dry.value.leftG.value.toFixed(2)]).toEqual([true, '0.02']);
  const below = fitDrying(at([0, 18], [60, 17.0], [120, 16.5]), 16.82);
  expect(below.ok && below.value.notes).toEqual(['belowDryMass']);
});

describe('a curve that has come to its end', () => {
  /** Free water with its own pace, bound water with a slow one; and a first stretch at a constant rate. */
  const rooms = Array.from({ length: 60 }, (_, i) => {
    const normal = normals(100 + i);
    const bound = 0.4 + 0.02 * (i % 30);
    const slow = 400 + 20 * (i % 10);
    const mass = (minutes: number): number =>
      16.8 + 4 * Math.exp(-minutes / (50 + i)) + (i % 3 === 0 ? 0 : bound * Math.exp(-minutes / slow));
    const readings = (minutes: readonly number[]) =>
      minutes.map((at) => ({ minutes: at, g: mass(at) + 0.02 * normal() }));
    return { mass, readings };
  });

  test('is not called dry while more than 0.3 g of bound water may be inside: it asks for a weighing hours later', () => {
    let wet = 0;
    for (const { mass, readings } of rooms) {
      const minutes = [0, 40, 80, 120, 180, 240, 300, 360];
      for (let n = 4; n <= minutes.length; n++) {
        const fit = fitDrying(readings(minutes.slice(0, n)), null);
        if (fit.ok && fit.value.dryEnough && mass(minutes[n - 1]!) > 17.1) wet += 1;
        if (fit.ok && fit.value.notes.includes('weighLater'))
          expect(fit.value.weighAgainAt).toBe(minutes[n - 1]! + 360);
      }
    }
    expect(wet / rooms.length).toBeLessThanOrEqual(0.05);
  });

  test('and is, once it stood still from one evening to the next morning', () => {
    const plain = rooms.filter((_, i) => i % 3 === 0);
    const dry = plain.filter(({ readings }) => {
      const fit = fitDrying(readings([0, 40, 80, 120, 180, 240, 300, 600, 1000]), null);
      return fit.ok && fit.value.dryEnough;
    });
    expect(dry.length).toBeGreaterThanOrEqual(plain.length - 1);
  });

  test('of a known dry mass one weighing within the tolerance is enough; of one that only its kind tells it is not', () => {
    const end = at([0, 21.36], [45, 19.58], [90, 18.55], [150, 17.76], [420, 16.86]);
    const told = fitDrying(end, { value: 16.82, u: 0.03 });
    const guessed = fitDrying(end, { value: 16.82, u: 0.35 });
    expect(told.ok && told.value.dryEnough).toBe(true);
    expect(guessed.ok && [guessed.value.dryEnough, guessed.value.notes]).toEqual([false, ['weighLater']]);
  });
});

test('drying curves with noise are recovered; the ready time and the curve itself lie in their intervals nine times in ten or more', () => {
  const normal = normals(7);
  let held = 0;
  let inBand = 0;
  let fitted = 0;
  let error = 0;
  for (let i = 0; i < 400; i++) {
    const tau = 40 + (i % 20) * 8;
    const water = 3 + (i % 7);
    const known = i % 2 === 0;
    const readings = Array.from({ length: known ? 5 : 8 }, (_, k) => ({
      minutes: k * 35,
      g: 16.8 + water * Math.exp((-k * 35) / tau) + 0.02 * normal(),
    }));
    const fit = fitDrying(readings, known ? { value: 16.8, u: 0.01 } : null, { readingU: 0.02 });
    if (!fit.ok || fit.value.tauMinutes.value === 0) continue;
    fitted += 1;
    const truth = tau * Math.log(water / 0.15);
    if (truth >= fit.value.readyAt.from && truth <= fit.value.readyAt.to) held += 1;
    error += Math.abs(fit.value.tauMinutes.value / tau - 1);
    for (const minutes of [50, 180]) {
      const curve = dryingCurve(fit.value, minutes);
      const true_ = 16.8 + water * Math.exp(-minutes / tau);
      if (Math.abs(curve.value - true_) < COVERAGE * curve.u) inBand += 0.5;
    }
  }
  expect(fitted).toBeGreaterThan(380);
  expect(held / fitted).toBeGreaterThan(0.9);
  expect(inBand / fitted).toBeGreaterThan(0.9);
  expect(error / fitted).toBeLessThan(0.06);
});

test.each<[string, readonly { ml: number; g: number }[], DensityProblem['code']]>([
  [
    'two points',
    [
      { ml: 5, g: 5.3 },
      { ml: 10, g: 10.6 },
    ],
    'densityFew',
  ],
  [
    'NaN',
    [
      { ml: 5, g: NaN },
      { ml: 10, g: 10 },
      { ml: 15, g: 15 },
    ],
    'densityNotNumbers',
  ],
  [
    'one volume thrice',
    [
      { ml: 5, g: 5.3 },
      { ml: 5, g: 5.31 },
      { ml: 5, g: 5.29 },
    ],
    'densitySameVolumes',
  ],
  [
    'single doses, not totals',
    [
      { ml: 5, g: 5.3 },
      { ml: 10, g: 5.3 },
      { ml: 15, g: 5.4 },
    ],
    'densityImplausible',
  ],
])('density from %s: a reason, no number', (_name, points, code) => {
  const fit = fitDensity(points);
  expect(!fit.ok && fit.problem.code).toBe(code);
  expect(!fit.ok && explain(fit.problem)).toMatch(/\w.*\./);
});

test('density: the point that does not belong is named; dead volume becomes the intercept; the true slope is in the interval', () => {
  const spoilt = [5, 10, 15, 20, 25].map((ml) => ({
    ml,
    g: 1.063 * ml + (ml === 15 ? 0.9 : 0.004 * (ml % 3)),
  }));
  const fit = fitDensity(spoilt);
  expect(fit.ok && fit.value.outlier).toBe(2);
  const normal = normals(11);
  let held = 0;
  for (let i = 0; i < 300; i++) {
    const points = [4, 8, 12, 16, 20, 24].map((ml) => ({ ml, g: -0.4 + 1.058 * ml + 0.03 * normal() }));
    const one = fitDensity(points);
    if (!one.ok) continue;
    expect(one.value.interceptG).toBeCloseTo(-0.4, 0);
    // Student's t for four degrees of freedom.
    if (Math.abs(one.value.density.value - 1.058) < 2.776 * one.value.density.u) held += 1;
  }
  expect(held / 300).toBeGreaterThan(0.9);
});

test('flushing: each way reaches the wish, equal rounds are the cheapest, more rounds need less ink', () => {
  fc.assert(
    fc.property(between(0.2, 6), between(0.005, 0.5), between(0.05, 0.95), (residualMl, wished, tilt) => {
      const ways = flushWays(residualMl, wished, 60);
      ways.forEach((way, i) => {
        const rounds = Array.from({ length: way.rounds }, () => ({ residualMl, addedMl: way.addMl }));
        expect(oldFraction(rounds)).toBeCloseTo(wished, 9);
        if (i > 0) expect(way.totalMl).toBeLessThan(ways[i - 1]!.totalMl);
        if (way.rounds < 2) return;
        // The same ink, shared unequally, leaves more of the old.
        const [a, b] = [way.addMl * 2 * tilt, way.addMl * 2 * (1 - tilt)];
        const unequal = [{ residualMl, addedMl: a }, { residualMl, addedMl: b }, ...rounds.slice(2)];
        expect(oldFraction(unequal)).toBeGreaterThanOrEqual(wished - 1e-9);
      });
    }),
  );
  expect(() => flushWays(0, 0.1, 10)).toThrow(RangeError);
  expect(() => flushWays(1, 1, 10)).toThrow(RangeError);
  expect(() => oldFraction([{ residualMl: 0, addedMl: 0 }])).toThrow(RangeError);
});

test('a squeeze: more of them are known better, none is no number', () => {
  const density = { value: 1.06, u: 0 };
  const one = squeezeVolume({ value: 0.848, u: 0.01 }, 1, density);
  const ten = squeezeVolume({ value: 8.48, u: 0.01 }, 10, density);
  expect([one.value, ten.value]).toEqual([expect.closeTo(0.8, 9), expect.closeTo(0.8, 9)]);
  expect(ten.u).toBeLessThan(one.u / 2.5);
  expect(() => squeezeVolume({ value: 0, u: 0.01 }, 10, density)).toThrow(RangeError);
  expect(() => squeezeVolume({ value: 8, u: 0.01 }, 0, density)).toThrow(RangeError);
});

test('the three schools side by side: time, ink, certainty', () => {
  const compare = (oldShare: number) =>
    comparePreparations({
      oldShare,
      insideMl: 6,
      residualMl: 1.8,
      capacityMl: 14,
      topUpAtMl: 6,
      sponge: true,
      minorPerMl: 9,
      wishedOld: 0.03,
      dryingHours: null,
      waterLeftMl: 0.15,
    });
  const [flush, dilute, mix] = compare(1);
  expect(flush!.hours).toBeGreaterThan(dilute!.hours);
  expect(dilute!.minor).toBeGreaterThan(flush!.minor);
  expect(dilute!.purity).toBeGreaterThan(mix!.purity);
  // In money and hours: what is thrown away at its price, a round at 0.4 h, a sponge’s usual drying after a rinse.
  expect(dilute!.minor).toBeCloseTo(dilute!.newInkLostMl * 9, 9);
  expect(dilute!.hours).toBeCloseTo(dilute!.rounds * 0.4, 9);
  expect(flush).toMatchObject({ minor: 0, hours: 10.75, oldInkLostMl: 6, purity: 1 - 0.15 / 14 });
  expect(mix).toMatchObject({ newInkLostMl: 0, addMl: 8 });
  expect(mix!.oldAfterFills[0]).toBeCloseTo(6 / 14, 9);
  // Nine tenths of what is inside is the new ink already; then nearly all of it.
  expect(compare(0.1)[2]!.purity).toBeCloseTo(1 - (0.1 * 6) / 14, 9);
  expect(compare(0.1)[1]!.newInkLostMl).toBeLessThan(dilute!.newInkLostMl);
  expect(compare(0.02)[1]).toMatchObject({
    rounds: 0,
    newInkLostMl: 0,
    purity: expect.closeTo(1 - (0.02 * 1.8) / 14, 9),
  });
  for (const way of [flush!, dilute!, mix!])
    way.oldAfterFills.forEach(
      (old, i) => i > 0 && expect(old).toBeLessThanOrEqual(way.oldAfterFills[i - 1]!),
    );
});

test.each([
  [[5, 10, 15, 20], null],
  // With one more than a line and its doubt need, one that does not belong can be told.
  [[5, 10, 15, 20, 25], 2],
])('a stray point is told only where enough others agree: %j', (volumes, outlier) => {
  const fit = fitDensity(volumes.map((ml) => ({ ml, g: 1.06 * ml + (ml === 15 ? 0.9 : 0.004 * (ml % 3)) })));
  expect(fit.ok && fit.value.outlier).toBe(outlier);
});

test.each([0, 1, -0.1, NaN])('a wished share of %d is none: nothing is flushed for ever', (wished) => {
  expect(() => flushWays(1.8, wished, 40)).toThrow(/between 0 and 1/);
});

describe('an ink’s density by what was done with it', () => {
  const both = (g: number, ml: number): FactDraft =>
    fill('cyan', ml, { beside: { g: { value: g, u: 0.02 }, ml: { value: ml, u: 0.15 } } });
  const usedUp: FactDraft = { kind: 'retired', what: 'bottle', subjectId: 'bottle-cyan', reason: 'used up' };
  const told = (...more: FactDraft[]) => densityByFills(Ledger.from(script([...setUp, ...more])), 'ink-cyan');

  test.each<[string, FactDraft[], string | null, boolean | null]>([
    ['nothing was filled', [], null, null],
    ['two fills say nothing yet', [both(11, 10), both(11, 10)], null, null],
    ['three that agree: heavier', [both(11, 10), both(13.2, 12), both(8.8, 8)], '1.100', true],
    ['three that agree: lighter', [both(10.2, 10), both(12.24, 12), both(8.16, 8)], '1.020', true],
    ['as stated', [both(10.64, 10), both(12.77, 12), both(8.51, 8)], '1.064', false],
    // So far apart, they say that somebody reads a syringe badly, not that the ink is heavy.
    ['three that do not agree', [both(11.9, 10), both(12.3, 12), both(8.6, 8)], '1.089', false],
    ['a load typed ten times too large is left out', [both(11, 100), both(11, 10), both(11, 10)], null, null],
    ['fills without a syringe', [fill('cyan', 12), fill('cyan', 12), fill('cyan', 12)], null, null],
    // 250 ml were in it, and 270 came out as reckoned by 1.064: it is heavier than that.
    ['a bottle that ended late', [fill('cyan', 135), fill('cyan', 135), usedUp], '1.149', true],
    ['a bottle that ended when it should', [fill('cyan', 126), fill('cyan', 126), usedUp], '1.073', false],
    // Thrown away with it, or spilt: nobody logs that.
    ['a bottle that ended a little early', [fill('cyan', 115), fill('cyan', 120), usedUp], '1.000', false],
    ['a bottle that was thrown away', [fill('cyan', 30), usedUp], null, null],
    ['a bottle by syringe', [fill('cyan', 270, { by: 'syringe' }), usedUp], null, null],
    // What it gave was reckoned with the density of its day: taken up, the bottle says what it said, and not as much again.
    [
      'a bottle that ended late, taken up',
      [fill('cyan', 135), fill('cyan', 135), usedUp, measured(1.149)],
      '1.149',
      false,
    ],
    [
      'a bottle filled from since',
      [measured(1.149), fill('cyan', 125), fill('cyan', 125), usedUp],
      '1.149',
      false,
    ],
    // Twenty of them by syringe are twenty, whatever the ink weighs: 250 came of it by mass, and 230 ml were left for that.
    [
      'a bottle, a part of it by syringe',
      [fill('cyan', 20, { by: 'syringe' }), fill('cyan', 250), usedUp],
      '1.157',
      true,
    ],
    ['measured since', [both(11, 10), both(11, 10), both(11, 10), measured(1.1)], '1.100', false],
  ])('%s', (_, more, rho, isOff) => {
    const found = told(...more);
    expect(found?.told.value.toFixed(3) ?? null).toBe(rho);
    expect(found?.isOff ?? null).toBe(isOff);
  });

  test('fills that scatter more than a syringe does are known less well: by as much as they scatter', () => {
    const u = (by: number): number => told(...[11, 11 + by, 11 - by].map((each) => both(each, 10)))!.told.u;
    expect([u(0.3) / u(0.05) > 1.2, u(0.3) < u(0.45), u(0.45) / u(0.3) < 1.5]).toEqual([true, true, true]);
  });

  test('more fills say it better, but never better than one syringe’s marks', () => {
    const after = (n: number): number => told(...Array.from({ length: n }, () => both(11, 10)))!.told.u;
    expect(after(12)).toBeLessThan(after(3));
    expect(after(50)).toBeGreaterThan(0.01 * 1.1);
  });

  test('an ink that is not in the workbook has none', () => {
    expect(densityByFills(Ledger.from(script(setUp)), 'ink-nobody')).toBeNull();
  });
});
