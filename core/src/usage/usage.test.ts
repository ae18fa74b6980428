import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addExposure, imageExposure, jobExposure, NO_EXPOSURE, type Exposure } from '../exposure';
import { COUNTER_PRIOR } from '../gauge';
import { between, PRINTER } from '../testing';
import { FOUND } from './cause';
import { coefficientPerDm2, drawOf, newModel, partsOfUse, predictUse } from './predict';
import { fitPrinter, Fitting } from './fitPrinter';
import { withCount } from './forecast';
import type { Observed, PrinterModel } from './model';
import { predictPrior } from './features';
import { queueUse } from './queueUse';
import { runsDry, safeCount } from './safeCount';
import { uTogether } from './uTogether';

const DRAWS = PRINTER.draws;
const SLOTS = ['s0', 's1', 's2'];
let counted = 0;
const seen = (slotId: string, week: number, exposure: Exposure, ml: number, u = 0.03): Observed => ({
  factId: String(counted++).padStart(6, '0'),
  slotId,
  from: new Date(Date.UTC(2026, 0, 1 + 7 * week)).toISOString(),
  to: new Date(Date.UTC(2026, 0, 8 + 7 * week)).toISOString(),
  exposure,
  used: { value: Math.max(0, ml), u },
  because: null,
  counted: null,
});

const exposure = fc
  .record({
    a: between(0.5, 300),
    b: between(0.5, 300),
    light: fc.integer({ min: 0, max: 3 }),
    change: fc.integer({ min: 0, max: 2 }),
    idleDays: between(0, 40),
  })
  .map(({ a, b, ...rest }): Exposure => ({
    ...addExposure(jobExposure('a', a), jobExposure('b', b)),
    ...rest,
  }));
const history = fc.array(fc.tuple(exposure, between(0, 20)), {
  minLength: 1,
  maxLength: 10,
});
const fitted = (past: readonly (readonly [Exposure, number])[]): PrinterModel =>
  fitPrinter(
    SLOTS,
    past.flatMap(([x, ml], week) => SLOTS.map((slotId, s) => seen(slotId, week, x, ml * (1 + 0.1 * s)))),
    DRAWS,
  );

describe('what is foretold', () => {
  test('from day one on the printer’s own priors: Σ x·c', () => {
    const model = newModel(SLOTS, DRAWS);
    const x: Exposure = { ...jobExposure('x', 100), light: 2, change: 1, idleDays: 10 };
    expect(predictUse(model, 's0', x).value).toBeCloseTo(predictPrior(x, DRAWS).value, 9);
    expect(predictUse(model, 's0', x).u).toBeCloseTo(predictPrior(x, DRAWS).u, 9);
    expect(predictPrior(x, DRAWS).value).toBeCloseTo(100 * 0.012 + 2 * 0.4 + 0.8 + 10 * 0.01, 9);
    // By hand, of prints alone: how dark they come scatters about what they may take, not about what is guessed for them.
    expect(predictUse(model, 's0', jobExposure('x', 100)).u).toBeCloseTo(
      Math.sqrt(100 ** 2 * 0.009 ** 2 + 0.25 ** 2 * 100 ** 2 * (0.012 ** 2 + 0.009 ** 2)),
      9,
    );
    // And of four changes: what one takes is in doubt for all of them alike, how far each lies from it is not.
    expect(predictUse(model, 's0', { ...NO_EXPOSURE, change: 4 }).u).toBeCloseTo(
      Math.sqrt((4 * DRAWS.change.u) ** 2 + 4 * (0.15 * DRAWS.change.value) ** 2),
      9,
    );
    expect(predictUse(model, 's0', NO_EXPOSURE)).toEqual({ value: 0, u: 0 });
    expect(coefficientPerDm2(model, 's0', 'x')).toEqual(DRAWS.perDm2);
    expect(drawOf(model, 's0', 'deep')).toEqual(DRAWS.deep);
  });

  test('never below zero, nor any coefficient, whatever was weighed', () => {
    fc.assert(
      fc.property(history, (past) => {
        const model = fitted(past);
        for (const slotId of SLOTS) {
          for (const [x] of past) {
            const { value, u } = predictUse(model, slotId, x);
            expect(value).toBeGreaterThanOrEqual(0);
            expect(Number.isFinite(u) && u >= 0).toBe(true);
          }
          for (const subject of ['a', 'b'])
            expect(coefficientPerDm2(model, slotId, subject).value).toBeGreaterThanOrEqual(0);
        }
      }),
      { numRuns: 40 },
    );
  });

  test('its parts by cause add up to the whole', () => {
    fc.assert(
      fc.property(history, exposure, (past, x) => {
        const model = fitted(past);
        for (const slotId of SLOTS) {
          // A leak that the fit believes in is a part of its own.
          const leak = model.leaks.find((one) => one.slotId === slotId && one.probability > FOUND);
          const of = leak && { cartridgeId: leak.cartridgeId, at: '9999' };
          const parts = partsOfUse(model, slotId, x, of);
          const sum = parts.reduce((total, part) => total + part.ml, 0);
          expect(sum).toBeCloseTo(predictUse(model, slotId, x).value, 6);
          expect(parts.every((part) => part.ml > 0)).toBe(true);
        }
      }),
      { numRuns: 40 },
    );
  });

  test('a channel that was never weighed is foretold by the others, not by what any printer draws', () => {
    const x = jobExposure('a', 100);
    // Twice what the prior says, in two of three; the third has no cartridge on the scale.
    const past = Array.from({ length: 8 }, (_, week) =>
      ['s0', 's1'].map((slotId) => seen(slotId, week, x, 2.4)),
    ).flat();
    const model = fitPrinter(SLOTS, past, DRAWS);
    const third = predictUse(model, 's2', x);
    expect(third.value).toBeCloseTo(2.4, 0);
    expect(third.value).toBeGreaterThan(1.6 * predictPrior(x, DRAWS).value);
    // One other alone says little of it.
    const alone = fitPrinter(
      SLOTS,
      past.filter(({ slotId }) => slotId === 's0'),
      DRAWS,
    );
    const prior = predictUse(alone, 's2', x);
    expect(prior.u / prior.value).toBeGreaterThan(third.u / third.value);
  });

  test('what is said of a channel that was never weighed is one story: its coefficients, its draws and their sum', () => {
    const x: Exposure = { ...jobExposure('a', 60), light: 2, change: 1, idleDays: 7 };
    const past = Array.from({ length: 10 }, (_, week) =>
      ['s0', 's1'].map((slotId) =>
        seen(slotId, week, week % 2 ? x : jobExposure('a', 60), week % 2 ? 6.4 : 1.8),
      ),
    ).flat();
    const model = fitPrinter(SLOTS, past, DRAWS);
    // The others learnt that a cleaning takes far more than most printers' do.
    expect(drawOf(model, 's2', 'light').value).toBeGreaterThan(2 * DRAWS.light.value);
    const one = (part: Partial<Exposure>): number =>
      predictUse(model, 's2', { ...NO_EXPOSURE, ...part }).value;
    expect(drawOf(model, 's2', 'light').value).toBeCloseTo(one({ light: 1 }), 9);
    expect(100 * coefficientPerDm2(model, 's2', 'a').value).toBeCloseTo(one(jobExposure('a', 100)), 9);
    const parts = partsOfUse(model, 's2', x);
    expect(parts.reduce((sum, { ml }) => sum + ml, 0)).toBeCloseTo(one(x), 9);
  });

  test('two channels that agree say less of a third than eight do: it need not be as they are', () => {
    const x = jobExposure('a', 100);
    const slots = Array.from({ length: 9 }, (_, i) => `c${i}`);
    const weighed = (count: number) => {
      const past = Array.from({ length: 12 }, (_, week) =>
        slots.slice(0, count).map((slotId, c) => seen(slotId, week, x, 2 + 0.1 * (c % 2))),
      ).flat();
      return predictUse(fitPrinter(slots, past, DRAWS), 'c8', x);
    };
    const [two, eight] = [weighed(2), weighed(8)];
    expect(two.u).toBeGreaterThan(1.5 * eight.u);
    // A fifth of it at the least, however alike the two: channels of a printer lie apart.
    expect(two.u).toBeGreaterThan(0.2 * two.value);
  });

  test('two channels that lie far apart say less of a third than two that agree', () => {
    const x = jobExposure('a', 100);
    const of = (...ml: readonly number[]) => {
      const past = Array.from({ length: 12 }, (_, week) =>
        ml.map((each, i) => seen(SLOTS[i]!, week, x, each)),
      ).flat();
      return predictUse(fitPrinter(SLOTS, past, DRAWS), 's2', x);
    };
    const [alike, apart] = [of(2.4, 2.4), of(1.2, 3.6)];
    expect(apart.value).toBeCloseTo(alike.value, 0);
    expect(apart.u).toBeGreaterThan(1.1 * alike.u);
  });

  test('what channels have wrong goes together in part: between doubts apart and doubts added', () => {
    expect(uTogether([3, 4])).toBeCloseTo(Math.sqrt(0.6 * 25 + 0.4 * 49), 9);
    expect(uTogether([5])).toBeCloseTo(5, 9);
    expect(uTogether([])).toBe(0);
  });

  test('a printer that begins to clean by itself every other week is found out in half a year, and what it will draw is a cleaning’s', () => {
    const x = jobExposure('a', 60);
    const own = (every: number): PrinterModel =>
      fitPrinter(
        SLOTS,
        Array.from({ length: 36 }, (_, week) =>
          SLOTS.map((slotId, s) =>
            // What is printed takes the channels unlike each other; a cleaning takes them alike.
            seen(
              slotId,
              week,
              { ...x, idleDays: 7 },
              0.72 * [0.4, 1, 2.2][s]! * (1 + 0.03 * Math.sin(week + s)) +
                (every > 0 && week > 11 && week % every === 1 ? 0.42 : 0),
            ),
          ),
        ).flat(),
        DRAWS,
      );
    const still = own(0);
    expect(still.unseenCleanings).toBe(0);
    expect(partsOfUse(still, 's0', { ...NO_EXPOSURE, idleDays: 10 }).map(({ cause }) => cause)).not.toContain(
      'cleaned',
    );
    const cleans = own(2);
    expect(cleans.unseenCleanings * 14).toBeGreaterThan(0.5);
    expect(cleans.unseenCleanings * 14).toBeLessThan(1.2);
    const idle = { ...NO_EXPOSURE, idleDays: 28 };
    const cleaned = partsOfUse(cleans, 's0', idle).find(({ cause }) => cause === 'cleaned')!;
    expect(cleaned.level).toBe('light');
    expect(cleaned.ml).toBeCloseTo(cleans.unseenCleanings * 28 * drawOf(cleans, 's0', 'light').value, 9);
    expect(predictUse(cleans, 's0', idle).value).toBeGreaterThan(predictUse(still, 's0', idle).value + 0.1);
  });

  test('two kinds of picture weighed in turn are told apart', () => {
    const past = Array.from({ length: 12 }, (_, week): [Exposure, number] =>
      week % 2 === 0 ? [jobExposure('a', 100), 2] : [jobExposure('b', 100), 0.5],
    );
    const model = fitted(past);
    expect(coefficientPerDm2(model, 's0', 'a').value).toBeCloseTo(0.02, 3);
    expect(coefficientPerDm2(model, 's0', 'b').value).toBeCloseTo(0.005, 3);
    expect([model.changes.length, model.missing.length]).toEqual([0, 0]);
    // A kind never printed here lies between those that were.
    const other = coefficientPerDm2(model, 's0', 'c');
    expect(other.value).toBeGreaterThan(0.005);
    expect(other.value).toBeLessThan(0.02);
  });

  test('one channel that disagrees with all others is odd alone: no change of the printer', () => {
    const past = Array.from({ length: 8 }, (_, week) =>
      SLOTS.map((slotId, s) => seen(slotId, week, jobExposure('a', 100), s === 2 && week === 6 ? 5 : 1.5)),
    ).flat();
    const model = fitPrinter(SLOTS, past, DRAWS);
    expect(model.changes).toEqual([]);
    expect(coefficientPerDm2(model, 's0', 'a').value).toBeCloseTo(0.015, 3);
  });
});

describe('joined with what the chip counted', () => {
  const told = { value: 4, u: 0.8 };

  test('the two meet in between, closer than either', () => {
    const joined = withCount(told, { value: 4.6, u: 0.2 }, COUNTER_PRIOR);
    expect(joined.value).toBeGreaterThan(4);
    expect(joined.value).toBeLessThan(4.6);
    expect(joined.u).toBeLessThan(told.u);
  });

  test('by hand: each counts by its precision, and all doubts of the count add up', () => {
    const counter = { k: 0.9, variance: 0.01, noise: 0.05 };
    const joined = withCount({ value: 4, u: 0.5 }, { value: 5, u: 0.3 }, { ...COUNTER_PRIOR, ...counter });
    // 4.5 ml, its variance 25·0.01 + (0.9·0.3)² + 0.05·5 = 0.5729; against 0.25.
    const share = 0.25 / (0.25 + 0.5729);
    expect(joined.value).toBeCloseTo(4 + share * 0.5, 6);
    expect(joined.u).toBeCloseTo(Math.sqrt((0.25 * 0.5729) / (0.25 + 0.5729)), 6);
  });

  test.each([
    ['nothing counted', null, 4],
    ['a count of nothing', { value: 0, u: 0.2 }, 4],
    ['far more counted: prints that nobody logged', { value: 15, u: 0.2 }, 15],
    ['far less counted: the chip was not there', { value: 0.1, u: 0.05 }, 4],
  ])('%s', (_name, count, value) => {
    expect(withCount(told, count, COUNTER_PRIOR).value).toBeCloseTo(
      value * (value > 4 ? COUNTER_PRIOR.k : 1),
      9,
    );
  });
});

describe('how many are safe', () => {
  // Example 8: 0.30 ml a sheet, its coefficient's u 0.02 ml, scatter 0.25.
  const predict = (x: Exposure) => ({
    value: 0.3 * x.areas[0]!.dm2,
    u: Math.hypot(0.02 * x.areas[0]!.dm2, 0.25 * 0.3 * Math.sqrt(x.areas[0]!.squares)),
  });
  const one = jobExposure('a', 1);
  const ink = { value: 20, u: 0.3 };

  test('48 different pictures, 38 copies of one (example 8)', () => {
    expect(safeCount(ink, 3.5, one, 'different', predict)).toBe(48);
    expect(safeCount(ink, 3.5, one, 'same', predict)).toBe(38);
  });

  test('N stays above the reserve with 95 %, N + 1 would not; more doubt is never more prints', () => {
    fc.assert(
      fc.property(
        between(4, 60),
        between(0, 3),
        fc.constantFrom('same' as const, 'different' as const),
        (value, u, pictures) => {
          const n = safeCount({ value, u }, 3.5, one, pictures, predict);
          const squares = (k: number): number => (pictures === 'same' ? k * k : k);
          const lower = (k: number): number => {
            const use = predict({ ...one, areas: [{ subjectId: 'a', dm2: k, squares: squares(k) }] });
            return value - use.value - 1.645 * Math.hypot(u, use.u);
          };
          if (n > 0) expect(lower(n)).toBeGreaterThanOrEqual(3.5 - 1e-2);
          expect(lower(n + 1)).toBeLessThan(3.5 + 1e-2);
          expect(safeCount({ value, u: u + 0.5 }, 3.5, one, pictures, predict)).toBeLessThanOrEqual(n);
        },
      ),
    );
  });

  test.each([
    [{ value: 20, u: 1 }, { value: 16, u: 1 }, 0.5],
    [{ value: 20, u: 0 }, { value: 10, u: 0 }, 0],
    [{ value: 10, u: 0 }, { value: 10, u: 0 }, 1],
  ])('ink %j less use %j against a reserve of 4 ml', (has, use, probability) => {
    expect(runsDry(has, 4, use)).toBeCloseTo(probability, 9);
  });
});

describe('jobs one after the other', () => {
  const model = newModel(SLOTS, DRAWS);
  const demand = between(0, 0.1);
  const area = between(0.5, 300);

  test('without measured pictures it is what their exposures draw together', () => {
    const { use } = queueUse(
      model,
      's0',
      [
        { subjectId: 'a', dm2: 40 },
        { subjectId: 'b', dm2: 60 },
      ],
      { ...NO_EXPOSURE, light: 1 },
    );
    const together = addExposure(addExposure(jobExposure('a', 40), jobExposure('b', 60)), {
      ...NO_EXPOSURE,
      light: 1,
    });
    expect(use).toEqual(predictUse(model, 's0', together));
  });

  test('a measured picture never widens its kind’s doubt, lies between both forecasts, and grows with its demand', () => {
    fc.assert(
      fc.property(demand, demand, area, (one, other, dm2) => {
        const by = (asked: number) =>
          queueUse(model, 's0', [{ subjectId: 'a', dm2, demand: new Map([['s0', asked]]) }], NO_EXPOSURE);
        const kind = predictUse(model, 's0', jobExposure('a', dm2));
        const image = predictUse(model, 's0', imageExposure(one * dm2));
        const { use, sharedU } = by(one);
        expect(use.u).toBeLessThanOrEqual(kind.u + 1e-12);
        expect(use.value).toBeGreaterThanOrEqual(Math.min(kind.value, image.value) - 1e-9);
        expect(use.value).toBeLessThanOrEqual(Math.max(kind.value, image.value) + 1e-9);
        expect(sharedU).toBeLessThanOrEqual(use.u + 1e-12);
        // Much more is never foretold as less.
        if (other > one) expect(by(other).use.value).toBeGreaterThan(by(one).use.value - 0.35 * kind.value);
      }),
      { numRuns: 60 },
    );
  });

  test('a white sheet takes nothing but what comes with it, however well its kind is known; a nearly white one nearly so', () => {
    // Its kind learnt from forty weigh-ins of the same picture.
    const learnt = fitted(Array.from({ length: 40 }, () => [jobExposure('a', 40), 1.2] as const));
    const by = (asked: number): number =>
      queueUse(learnt, 's0', [{ subjectId: 'a', dm2: 40, demand: new Map(SLOTS.map((id) => [id, asked])) }], {
        ...NO_EXPOSURE,
        light: 1,
      }).use.value;
    const besides = predictUse(learnt, 's0', { ...NO_EXPOSURE, light: 1 }).value;
    expect(by(0)).toBeCloseTo(besides, 9);
    expect(by(0.0001) - besides).toBeLessThan(0.1 * predictUse(learnt, 's0', jobExposure('a', 40)).value);
  });

  test('a job whose paper spares a channel draws nothing there but what comes with it: the matte black of a photo print', () => {
    const job = { subjectId: 'a', dm2: 40, spares: ['s1'] };
    const more = { ...NO_EXPOSURE, light: 1 };
    expect(queueUse(model, 's1', [job], more).use).toEqual(predictUse(model, 's1', more));
    expect(queueUse(model, 's1', [{ ...job, demand: new Map([['s1', 0.05]]) }], more).use).toEqual(
      predictUse(model, 's1', more),
    );
    expect(queueUse(model, 's0', [job], more).use.value).toBeGreaterThan(
      predictUse(model, 's0', more).value + 0.3,
    );
  });

  test('a channel of which the picture says nothing goes by its kind', () => {
    const { use } = queueUse(
      model,
      's1',
      [{ subjectId: 'a', dm2: 10, demand: new Map([['s0', 1]]) }],
      NO_EXPOSURE,
    );
    expect(use).toEqual(predictUse(model, 's1', jobExposure('a', 10)));
  });
});

test('a fit that goes on, weigh-in by weigh-in or interval by interval, is the fit of all at once', () => {
  fc.assert(
    fc.property(
      history,
      fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 30 }),
      (past, cuts) => {
        const all = past.flatMap(([x, ml], week) =>
          SLOTS.map((slotId, s) => seen(slotId, week, x, ml * (1 + 0.1 * s))),
        );
        const going = new Fitting(SLOTS, DRAWS);
        let handedOut: { model: PrinterModel; text: string } | null = null;
        for (let at = 0, i = 0; at < all.length; i++) {
          const more = all.slice(at, (at += cuts[i % cuts.length]!));
          expect(going.goesOnWith(more)).toBe(true);
          for (const _ of going.copy().take(more));
          for (const _ of going.take(more));
          // What was handed out on the way stays as it was.
          if (handedOut) expect(asText(handedOut.model)).toBe(handedOut.text);
          handedOut = { model: going.model(), text: asText(going.model()) };
        }
        expect(asText(going.model())).toBe(asText(fitPrinter(SLOTS, all, DRAWS)));
        // What came before the last weigh-in cannot be learnt beside it.
        if (past.length > 1) expect(going.goesOnWith([seen('s0', 0, past[0]![0], 1)])).toBe(false);
      },
    ),
    { seed: 11, numRuns: 60 },
  );
});

const asText = (model: PrinterModel): string =>
  JSON.stringify(model, (_key, value: unknown) => (value instanceof Map ? [...value] : value));
