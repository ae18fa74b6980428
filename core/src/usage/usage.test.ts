import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeChance } from '../../../rig/src/random';
import { PRINTER } from '../testing/bench';
import {
  coefficient,
  learnUse,
  newUseModel,
  noisePerMl,
  predictUse,
  runsDry,
  safeCount,
  type Exposure,
  type UseModel,
} from './index';

const DRAWS = PRINTER.draws;

/** A simulated channel: true coefficients, intervals of some days, and what the pen-and-paper way makes of the same log. */
function year(days: number, seed: number) {
  const chance = makeChance(seed);
  const normal = (): number => chance.normal(0, 1);
  const uniform = chance.next;
  const truth = {
    'area:a': 0.004 + 0.02 * uniform(),
    'area:b': 0.004 + 0.02 * uniform(),
    light: 0.45,
    change: 0.9,
    idleDay: 0.008,
  };
  const model = newUseModel();
  let area = 0;
  let ml = 0;
  let ours = 0;
  let paper = 0;
  let held = 0;
  let count = 0;
  for (let day = 0; day < 365; day += days) {
    // A studio's weeks differ: now one subject, now the other.
    const tilt = 0.5 + 0.45 * Math.sin(day / 20);
    const prints = days * 6 * (0.6 + 0.8 * uniform());
    const exposure: Exposure = {
      'area:a': prints * tilt,
      'area:b': prints * (1 - tilt),
      idleDay: days,
      change: day % 28 === 0 ? 2 : 1,
      light: uniform() < 0.3 ? 1 : 0,
    };
    const clean = Object.entries(exposure).reduce(
      (sum, [feature, amount]) => sum + amount * truth[feature as keyof typeof truth],
      0,
    );
    // Many prints, each a little different: the scatter grows with the root of the use.
    const used = Math.max(0, clean + 0.1 * Math.sqrt(clean) * normal());
    const predicted = predictUse(model, exposure, DRAWS);
    if (day > 120) {
      count += 1;
      ours += Math.abs(predicted.value - used);
      paper += Math.abs((area > 0 ? (ml / area) * prints : 0.012 * prints) - used);
      if (Math.abs(predicted.value - used) <= 1.96 * Math.hypot(predicted.u, 0.03)) held += 1;
    }
    learnUse(model, exposure, { value: used + 0.02 * normal(), u: 0.022 }, DRAWS);
    area += prints;
    ml += used;
  }
  return { ours, paper, held, count };
}

test.each([7, 14, 28])(
  'weighed every %d days, the next interval is foretold far better than by the mean ml per dm² so far',
  (days) => {
    const sum = { ours: 0, paper: 0, held: 0, count: 0 };
    for (let seed = 1; seed <= 30; seed++) {
      const one = year(days, seed * 7919);
      sum.ours += one.ours;
      sum.paper += one.paper;
      sum.held += one.held;
      sum.count += one.count;
    }
    expect(sum.ours / sum.paper).toBeLessThan(1 / 3);
    expect(sum.held / sum.count).toBeGreaterThan(0.93);
    // Monthly weigh-ins are too few to learn how little it scatters: the interval stays on the wide side.
    if (days < 28) expect(sum.held / sum.count).toBeLessThan(0.985);
  },
);

describe('the model', () => {
  const exposure = fc.record({
    'area:a': fc.double({ min: 0, max: 300, noNaN: true }),
    'area:b': fc.double({ min: 0, max: 300, noNaN: true }),
    light: fc.integer({ min: 0, max: 3 }),
    change: fc.integer({ min: 0, max: 2 }),
    idleDay: fc.double({ min: 0, max: 40, noNaN: true }),
  });
  const history = fc.array(fc.tuple(exposure, fc.double({ min: 0, max: 20, noNaN: true })), {
    minLength: 1,
    maxLength: 12,
  });
  const variances = (model: UseModel): number[] => model.features.map((_, i) => model.cov[i]![i]!);

  test('works from day one on its priors, never foretells below zero, and no coefficient goes below zero', () => {
    expect(predictUse(newUseModel(), { 'area:x': 100 }, DRAWS).value).toBeCloseTo(1.2, 9);
    expect(predictUse(newUseModel(), {}, DRAWS)).toEqual({ value: 0, u: 0 });
    fc.assert(
      fc.property(history, (intervals) => {
        const model = newUseModel();
        for (const [x, used] of intervals) learnUse(model, x, { value: used, u: 0.05 }, DRAWS);
        for (const [x] of intervals) expect(predictUse(model, x, DRAWS).value).toBeGreaterThanOrEqual(0);
        for (const feature of model.features)
          expect(coefficient(model, feature, DRAWS).value).toBeGreaterThanOrEqual(0);
        expect(noisePerMl(model)).toBeGreaterThan(0);
      }),
    );
  });

  test('what is learnt never widens what was known', () => {
    fc.assert(
      fc.property(history, exposure, fc.double({ min: 0, max: 20, noNaN: true }), (intervals, x, used) => {
        const model = newUseModel();
        for (const [past, ml] of intervals) learnUse(model, past, { value: ml, u: 0.05 }, DRAWS);
        // Features met for the first time come with their prior.
        learnUse(model, x, { value: predictUse(model, x, DRAWS).value, u: 1e6 }, DRAWS);
        const before = variances(model);
        learnUse(model, x, { value: used, u: 0.05 }, DRAWS);
        variances(model).forEach((variance, i) => expect(variance).toBeLessThanOrEqual(before[i]! + 1e-12));
      }),
    );
  });

  test('a fact that cannot be true teaches nothing, and says how surprising it was', () => {
    const model = newUseModel();
    for (let i = 0; i < 10; i++) learnUse(model, { 'area:a': 100 }, { value: 1.2, u: 0.02 }, DRAWS);
    const mean = [...model.mean];
    expect(learnUse(model, { 'area:a': 100 }, { value: 30, u: 0.02 }, DRAWS)).toBeGreaterThan(5);
    expect(model.mean).toEqual(mean);
  });

  test('wrong twice the same way, the belief is doubted and learns again', () => {
    const model = newUseModel();
    for (let i = 0; i < 10; i++) learnUse(model, { 'area:a': 100 }, { value: 1.2, u: 0.02 }, DRAWS);
    // The head was changed: it takes three times as much from now on.
    for (let i = 0; i < 4; i++) learnUse(model, { 'area:a': 100 }, { value: 3.6, u: 0.02 }, DRAWS);
    expect(predictUse(model, { 'area:a': 100 }, DRAWS).value).toBeCloseTo(3.4, 0);
    // Once this way, once that way: two entries gone wrong, and nothing is learnt.
    const steady = newUseModel();
    for (let i = 0; i < 10; i++) learnUse(steady, { 'area:a': 100 }, { value: 1.2, u: 0.02 }, DRAWS);
    for (const odd of [30, 0, 30]) learnUse(steady, { 'area:a': 100 }, { value: odd, u: 0.02 }, DRAWS);
    expect(predictUse(steady, { 'area:a': 100 }, DRAWS).value).toBeCloseTo(1.2, 0);
  });

  test('a subject never printed begins between the known ones, with their spread', () => {
    const model = newUseModel();
    for (let i = 0; i < 8; i++) {
      learnUse(model, { 'area:dark': 100 }, { value: 2.4, u: 0.02 }, DRAWS);
      learnUse(model, { 'area:light': 100 }, { value: 0.4, u: 0.02 }, DRAWS);
    }
    const fresh = coefficient(model, 'area:new', DRAWS);
    expect(fresh.value).toBeCloseTo(0.014, 3);
    expect(fresh.u).toBeGreaterThan(0.01);
  });
});

test('safe sheets: the last that keeps the reserve at 95 %, none when even one does not, and monotone in ink', () => {
  const model = newUseModel();
  for (let i = 0; i < 12; i++) learnUse(model, { 'area:a': 50 }, { value: 0.6, u: 0.02 }, DRAWS);
  const one = { 'area:a': 6.2 };
  const count = (ml: number, u = 0.2): number => safeCount({ value: ml, u }, 3.5, model, one, DRAWS);
  expect(count(3.4)).toBe(0);
  expect(count(20)).toBeGreaterThan(100);
  expect(count(20, 2)).toBeLessThan(count(20, 0.1));
  for (let ml = 5; ml < 40; ml += 3) expect(count(ml + 3)).toBeGreaterThan(count(ml));
  const n = count(20);
  const use = (times: number) => predictUse(model, { 'area:a': 6.2 * times }, DRAWS);
  const stays = (times: number): boolean =>
    20 - use(times).value - 1.645 * Math.hypot(0.2, use(times).u) >= 3.5;
  expect([stays(n), stays(n + 1)]).toEqual([true, false]);
});

test.each([
  [{ value: 20, u: 1 }, 4, { value: 0, u: 0 }, 0],
  [{ value: 20, u: 1 }, 4, { value: 16, u: 1 }, 0.5],
  [{ value: 20, u: 0 }, 4, { value: 16.1, u: 0 }, 1],
  [{ value: 3, u: 0.5 }, 4, { value: 5, u: 1 }, 1],
])('from %j with a reserve of %d and a job of %j: %d', (ink, reserve, use, p) => {
  expect(runsDry(ink, reserve, use)).toBeCloseTo(p, 3);
});
