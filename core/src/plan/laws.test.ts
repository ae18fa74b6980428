import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { canPrint } from './canPrint';
import { dayPlan } from './dayPlan';
import { jobOfPlanned } from './jobOfPlanned';
import { missingPrints, sensorReading, swappedMasses, type Lamps } from '../advice';
import { ordersFor } from './ordersFor';
import { describePrinter, readDescription } from '../exchange';
import { Ledger, modelOf, plannedJobs, printOfPlanned } from '../ledger';
import { between, cartridge, define, fill, install, print, PRINTER, script, setUp, weigh } from '../testing';
import { coefficientPerDm2 } from '../usage';
import { makeStamp, type Fact, type FactDraft } from '../workbook';
import { calendarDose } from './calendarDose';
import { forecastInk } from './forecastInk';
import { secondSet } from './secondSet';
import { weighPlan } from './weighPlan';
import type { PolicyResult } from './policyInput';

const SHADES = ['cyan', 'magenta', 'yellow'];
const DAY_MS = 86_400_000;
const AT = '2026-04-27T12:00:00.000Z';
const on = (days: number): string => new Date(Date.parse(AT) + days * DAY_MS).toISOString();
const left = (week: number): number => 41.58 + (45 - 2 * (week + 1)) * 1.064;

/** Eight weeks of six A3 sheets a week, 2 ml of each channel, weighed each week. */
const USED: readonly Fact[] = [
  ...script(
    [
      ...setUp,
      define({ entity: 'subject', id: 'dark', name: 'Dark' }),
      ...SHADES.flatMap((id) => [weigh(id, 41.6), fill(id, 45), weigh(id, 41.58 + 45 * 1.064, 'after')]),
      install,
    ],
    '2026-03-01T09:00:00.000Z',
  ),
  ...Array.from({ length: 8 }, (_, week) =>
    script(
      [print(6), ...SHADES.map((id) => weigh(id, left(week)))],
      new Date(Date.UTC(2026, 2, 2 + 7 * week, 10)).toISOString(),
    ).map((fact) => ({ ...fact, id: `${fact.id.slice(0, -3)}${String(week).padStart(3, '0')}` })),
  ).flat(),
];
let seed = 1;
const stamped = (drafts: readonly FactDraft[], at = on(-0.1)): Fact[] =>
  makeStamp({ now: () => Date.parse(at) }, () => (seed = (seed * 16807) % 2147483647) / 2147483647)(drafts);
const room = (...more: FactDraft[]): Ledger => Ledger.from([...USED, ...stamped(more)]);

interface Wish {
  readonly copies: number;
  readonly size: number;
  readonly inDays: number | null;
  readonly dark: boolean;
}
const wish = fc.record({
  copies: fc.integer({ min: 1, max: 90 }),
  size: fc.integer({ min: 60, max: 600 }),
  inDays: fc.option(fc.integer({ min: 0, max: 40 })),
  dark: fc.boolean(),
});
const planned = ({ copies, size, inDays, dark }: Wish, i: number): FactDraft => ({
  kind: 'jobPlanned',
  printerId: 'printer',
  title: `Job ${i}`,
  copies,
  widthMm: size,
  heightMm: size,
  subjectId: dark ? 'dark' : 'any',
  ...(inDays === null ? {} : { by: on(inDays) }),
});
/** Seeded, as all tests are. */
const RUNS = { numRuns: 25, seed: 2026 };

describe('laws of the day plan', () => {
  test('every copy is laid exactly once, each sitting is safe with the ink that it has, and nobody is asked to overfill', () => {
    fc.assert(
      fc.property(fc.array(wish, { minLength: 1, maxLength: 5 }), (wishes) => {
        const ledger = room(...wishes.map(planned));
        const plan = dayPlan(ledger, 'printer', AT)!;
        const laid = new Map<string, number>();
        for (const { jobs, probability } of plan.sittings) {
          expect(probability).toBeLessThanOrEqual(0.05);
          expect(jobs.length).toBeGreaterThan(0);
          for (const { planned: one, copies } of jobs) {
            expect(copies).toBeGreaterThan(0);
            laid.set(one.id, (laid.get(one.id) ?? 0) + copies);
          }
        }
        for (const { id, rest } of plan.jobs) {
          if (plan.tooLarge) expect(laid.get(id) ?? 0).toBeLessThanOrEqual(rest);
          else if (plan.later === 0) expect(laid.get(id)).toBe(rest);
        }
        for (const { topUps } of plan.sittings)
          for (const { ml } of topUps) {
            expect(ml).toBeGreaterThan(0);
            expect(ml).toBeLessThanOrEqual(47);
          }
      }),
      RUNS,
    );
  });

  test('one job more never makes the whole safer, nor its sittings fewer', () => {
    fc.assert(
      fc.property(fc.array(wish, { minLength: 1, maxLength: 3 }), wish, (wishes, more) => {
        const [few, many] = [wishes, [...wishes, more]].map((some) =>
          dayPlan(room(...some.map(planned)), 'printer', AT)!,
        );
        // Where it runs dry anyway, more doubt may take a millionth off a certainty.
        if (few!.whole.probability! < 0.5)
          expect(many!.whole.probability!).toBeGreaterThanOrEqual(few!.whole.probability! - 1e-4);
        if (!many!.tooLarge && !few!.tooLarge)
          expect(many!.sittings.length).toBeGreaterThanOrEqual(Math.min(1, few!.sittings.length));
      }),
      RUNS,
    );
  });

  test('it answers as “Can I print this?” does for the same jobs', () => {
    fc.assert(
      fc.property(fc.array(wish, { minLength: 1, maxLength: 4 }), (wishes) => {
        const ledger = room(...wishes.map(planned));
        const jobs = plannedJobs(ledger).map((one) => jobOfPlanned(one));
        expect(dayPlan(ledger, 'printer', AT)!.whole).toEqual(canPrint(ledger, 'printer', jobs, AT));
      }),
      RUNS,
    );
  });
});

describe('laws of what is planned', () => {
  test('prints fulfil it whatever the order in which they arrive; spoilt ones never do', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.array(fc.tuple(fc.integer({ min: 1, max: 9 }), fc.boolean()), { maxLength: 8 }),
        fc.func(fc.nat()),
        (copies, outs, shuffle) => {
          const base = room(planned({ copies, size: 200, inDays: null, dark: false }, 0));
          const [mine] = plannedJobs(base);
          const prints = outs.flatMap(([count, spoilt], i) =>
            stamped([printOfPlanned(mine!, count, spoilt)], on(0.001 * (i + 1))),
          );
          const there = Ledger.from([...base.recorded.values(), ...prints]);
          const shuffled = [...prints].sort((a, b) => shuffle(a.id) - shuffle(b.id));
          const back = Ledger.from([...shuffled, ...base.recorded.values()]);
          const good = outs.reduce((sum, [count, spoilt]) => sum + (spoilt ? 0 : count), 0);
          const rest = Math.max(0, copies - good);
          expect(plannedJobs(there).map((one) => one.rest)).toEqual(rest > 0 ? [rest] : []);
          expect(plannedJobs(back)).toEqual(plannedJobs(there));
        },
      ),
      RUNS,
    );
  });

  test('planned jobs only take ink off a forecast, and never make its date later', () => {
    const plain = forecastInk(room(), 'printer', AT, 12, 'rhythm')!;
    fc.assert(
      fc.property(fc.array(wish, { minLength: 1, maxLength: 4 }), (wishes) => {
        const both = forecastInk(room(...wishes.map(planned)), 'printer', AT, 12, 'both')!;
        for (const { slotId, median } of both.reserveAt) {
          const before = plain.reserveAt.find((one) => one.slotId === slotId)!.median!;
          expect(median! <= before).toBe(true);
        }
        for (const point of both.points) {
          const same = plain.points.find((one) => one.slotId === point.slotId && one.at === point.at);
          if (!same) continue;
          expect(point.inkMl).toBeLessThanOrEqual(same.inkMl + 1e-9);
          expect(point.low).toBeLessThanOrEqual(point.inkMl);
          expect(point.high).toBeGreaterThanOrEqual(point.inkMl);
        }
      }),
      RUNS,
    );
  });
});

describe('laws of a weigh-in', () => {
  test('prints that were left out are found again, to a sheet or two', () => {
    const ledger = room();
    const model = modelOf(ledger, 'printer')!;
    fc.assert(
      fc.property(fc.integer({ min: 25, max: 90 }), (sheets) => {
        const set = SHADES.map((slotId) => ({
          slotId,
          cartridgeId: slotId,
          density: 1.06,
          expected: { value: 80, u: 0.3 },
          found: {
            value: 80 - 1.06 * sheets * 6.237 * coefficientPerDm2(model, slotId, 'any').value,
            u: 0.02,
          },
        }));
        const found = missingPrints(ledger, 'printer', set, AT)!;
        expect(Math.abs(found.sheets - sheets)).toBeLessThanOrEqual(Math.max(1, 0.05 * sheets));
        expect(found.misfit).toBeLessThan(0.2);
      }),
      RUNS,
    );
  });

  test('a pair is called exchanged only where exchanging it mends both', () => {
    const mass = between(40, 100);
    fc.assert(
      fc.property(fc.array(fc.tuple(mass, mass), { minLength: 2, maxLength: 6 }), (set) => {
        const masses = set.map(([expected, found], i) => ({
          cartridgeId: String(i),
          expected: { value: expected, u: 0.4 },
          found: { value: found, u: 0.02 },
        }));
        const pair = swappedMasses(masses);
        if (!pair) return;
        const [a, b] = pair;
        const off = (x: number, y: number): number => Math.abs(x - y);
        expect(off(a.expected.value, b.found.value)).toBeLessThan(off(a.expected.value, a.found.value));
        expect(off(b.expected.value, a.found.value)).toBeLessThan(off(b.expected.value, b.found.value));
      }),
      { numRuns: 300, seed: 7 },
    );
  });

  test('knowing more never asks for a weighing sooner: what a weighing would spare shrinks once it was made', () => {
    const before = weighPlan(room(print(20)), 'printer', on(1))!;
    const after = weighPlan(
      room(print(20), ...SHADES.map((id) => weigh(id, left(7) - 6))),
      'printer',
      on(1),
    )!;
    expect(after.gainMl).toBeLessThan(before.gainMl);
    for (const { everyDays, changes, ml, weighings } of before.rhythms) {
      expect(ml).toBeCloseTo((changes + weighings) * before.onceMl, 6);
      expect(everyDays === null ? weighings : 1).toBe(everyDays === null ? 0 : 1);
    }
    expect(before.best!.ml).toBe(Math.min(...before.rhythms.map(({ ml }) => ml)));
  });
});

describe('laws of doses, sets and orders', () => {
  test('a dose twice as rare is twice as large, and trusted for no longer', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 30 }), (days) => {
        const [once, twice] = [days, 2 * days].map((every) => calendarDose(room(), 'printer', AT, every)!);
        once!.forEach((dose, i) => {
          expect(Math.abs(twice![i]!.ml - 2 * dose.ml)).toBeLessThan(0.21);
          expect(twice![i]!.weighAfter).toBeLessThanOrEqual(dose.weighAfter);
          expect(dose.weighAfter).toBeGreaterThanOrEqual(1);
          expect(dose.u).toBeGreaterThan(0);
        });
      }),
      { numRuns: 12, seed: 7 },
    );
  });

  test('a second set: dearer is paid back later, its ink counts for it, and its interval holds its middle', () => {
    const result = (code: PolicyResult['code'], wasteMinor: number): PolicyResult => ({
      code,
      routinesPerYear: { value: 3, u: 1 },
      primingMl: { value: wasteMinor / 9, u: 1 },
      wasteMinor: { value: wasteMinor, u: 40 },
      padYears: null,
      minutesPerYear: { value: 100, u: 10 },
      dryProbability: 0,
      dryU: 0.01,
      threshold: null,
    });
    const money = fc.integer({ min: 1, max: 20_000 });
    fc.assert(
      fc.property(money, money, money, fc.integer({ min: 1, max: 16 }), (single, rotate, price, pieces) => {
        const results = [result('single', single), result('rotateAtSignal', rotate)];
        const set = secondSet(results, pieces, price, 0)!;
        if (single <= rotate) return void expect(set.months).toBeNull();
        const { value, low, high } = set.months!;
        expect(low).toBeLessThanOrEqual(value);
        if (high !== null) expect(high).toBeGreaterThanOrEqual(value);
        expect(secondSet(results, pieces, price + 100, 0)!.months!.value).toBeGreaterThan(value);
        expect(secondSet(results, pieces, price, Math.floor(price / 2))!.costMinor).toBeLessThanOrEqual(
          set.costMinor,
        );
      }),
      { numRuns: 200, seed: 7 },
    );
  });

  test('less in the bottles is ordered no later; a longer way to the door sooner', () => {
    const by = (...more: FactDraft[]): string =>
      ordersFor(room(...more), AT, 'printer').find(
        (order) => order.kind === 'ink' && order.inkId === 'ink-cyan',
      )!.by;
    const settings = (deliveryDays: number): FactDraft => {
      const first = USED.find((fact) => fact.kind === 'defined' && fact.entity.entity === 'settings')!;
      return define({ ...(first.kind === 'defined' ? first.entity : {}), deliveryDays } as never);
    };
    const spilt = (ml: number): FactDraft => ({
      kind: 'spilt',
      from: 'bottle',
      subjectId: 'bottle-cyan',
      ml: { value: ml, u: 0.1 },
    });
    for (const ml of [2, 60, 150, 190]) expect(by(spilt(ml)) <= by()).toBe(true);
    expect(by(spilt(190)) < by()).toBe(true);
    expect(by(settings(60)) < by(settings(1))).toBe(true);
  });
});

describe('a shared set-up', () => {
  test('read again it says the same of its printer, with ids of its own each time', () => {
    let next = 0;
    const newId = (kind: string): string => `${kind}-${(next += 1)}`;
    fc.assert(
      fc.property(
        fc.string({ minLength: 1, maxLength: 40 }).filter((name) => name.trim() !== ''),
        fc.integer({ min: 1, max: 6 }),
        (name, openMinutes) => {
          const ledger = room(
            define({ ...PRINTER, name: name.trim(), openMinutes }),
            define(cartridge('cyan-b', 'cyan', { set: 'B' })),
          );
          const read = readDescription(describePrinter(ledger, 'printer')!, newId);
          if (!read.ok) throw new Error(read.problem.code);
          const printer = read.value.find((entity) => entity.entity === 'printer')!;
          expect(printer).toMatchObject({ name: name.trim(), openMinutes, bridge: null });
          expect(printer.slots).toEqual(PRINTER.slots.map((slot) => ({ ...slot, original: null })));
          const own = read.value.filter((entity) => entity.entity === 'cartridge');
          expect(own).toHaveLength(4);
          for (const one of own) expect(one).toMatchObject({ printerId: printer.id, emptyG: null });
          expect(new Set(read.value.map(({ id }) => id)).size).toBe(read.value.length);
        },
      ),
      RUNS,
    );
  });

  test('a file that was changed at random is taken whole or refused, never half', () => {
    const text = describePrinter(room(), 'printer')!;
    fc.assert(
      fc.property(fc.nat(text.length - 1), fc.string({ maxLength: 3 }), (at, put) => {
        const read = readDescription(text.slice(0, at) + put + text.slice(at + 1), (kind) => `${kind}-new`);
        if (!read.ok) return;
        expect(read.value.some(({ entity }) => entity === 'printer')).toBe(true);
        for (const { id } of read.value) expect(id).toMatch(/-new$/);
      }),
      { numRuns: 200, seed: 7 },
    );
  });
});

test.each<[Lamps, boolean, boolean]>([
  ['ink', false, false],
  ['low', false, true],
  ['unsteady', false, true],
  ['both', true, false],
  ['none', true, false],
])('lamps that say %s: at fault %s, a figure %s', (lamps, fault, figure) => {
  const ledger = room();
  const plain = sensorReading(ledger, 'cyan', lamps, AT)!;
  expect([plain.fault, plain.ml !== null, plain.calibrated]).toEqual([fault, figure, false]);
  const own = room(define({ ...PRINTER, sensors: [{ slotId: 'cyan', switchMl: { value: 9.1, u: 0.2 } }] }));
  const found = sensorReading(own, 'cyan', lamps, AT)!;
  expect(found.calibrated).toBe(true);
  if (figure) {
    expect(found.ml!.value).toBe(9.1);
    expect(found.ml!.u).toBeLessThan(plain.ml!.u);
  }
  expect(sensorReading(own, 'magenta', lamps, AT)!.calibrated).toBe(false);
  expect(sensorReading(own, 'nobody', lamps, AT)).toBeUndefined();
});
