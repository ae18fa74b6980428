import { describe, expect, test } from '@jest/globals';
import { slotView } from '../advice';
import { singleChanges } from '../cost';
import { Ledger } from '../ledger';
import { define, fill, install, print, PRINTER, script, setUp, weigh } from '../testing';
import { howFarWords } from '../words';
import { POLICIES, type Fact, type FactDraft } from '../workbook';
import { forecastInk } from './forecastInk';
import { howFar } from './howFar';
import { planPrinter } from './planPrinter';
import { rhythmOf } from './rhythm';
import { seeded } from '../numeric';
import type { PolicyInput, PolicyResult } from './policyInput';
import { simulatePolicies } from './simulatePolicies';

const YEAR_ML = [6, 9, 14, 11, 13, 10, 8, 7, 16];
const input = (part: Partial<PolicyInput> = {}, channel: object = {}): PolicyInput => ({
  // Every day alike, so that the closed form holds.
  dayUse: [YEAR_ML.map((ml) => ml / 365)],
  dayArea: [10],
  channels: YEAR_ML.map(() => ({
    fullMl: 46,
    reserveMl: 0,
    primeMl: 1.1,
    refillMinorPerMl: 9,
    originalUsableMl: 46,
    originalMinorPerMl: 103,
    useU: 0,
    ...channel,
  })),
  scatter: 0,
  years: 400,
  allowedRisk: 0.05,
  padCapacityMl: 300,
  cleaningMlPerYear: 20,
  minutesPerFill: 12,
  minutesPerRoutine: 8,
  standardDm2: 6.24,
  random: seeded(1),
  ...part,
});
const of = (results: readonly PolicyResult[], code: PolicyResult['code']): PolicyResult =>
  results.find((result) => result.code === code)!;

describe('policies', () => {
  test('changed one by one, the simulation gives the closed form (example 7)', () => {
    const closed = singleChanges(YEAR_ML.map((useMl) => ({ useMl, usableMl: 46, primeMl: 1.1 })))!;
    const originals = of(simulatePolicies(input()), 'originals');
    expect(closed.changes).toBeCloseTo(2.6, 2);
    expect(originals.routinesPerYear.value).toBeCloseTo(closed.changes, 1);
    expect(originals.primingMl.value).toBeCloseTo(closed.primingMl, 0);
    expect(originals.wasteMinor.value).toBeCloseTo(103 * originals.primingMl.value, 6);
    expect(originals.padYears).toBeCloseTo(300 / (originals.primingMl.value + 20), 6);
  });

  test('one result for each, in order, and the same for the same seed', () => {
    const there = simulatePolicies(input({ scatter: 0.25, years: 50 }, { useU: 0.1 }));
    const again = simulatePolicies(input({ scatter: 0.25, years: 50, random: seeded(1) }, { useU: 0.1 }));
    expect(there.map(({ code }) => code)).toEqual([...POLICIES]);
    expect(again).toEqual(there);
  });

  test('where a change draws nothing no way of changing loses money', () => {
    for (const result of simulatePolicies(input({ years: 40 }, { primeMl: 0 }))) {
      expect(result.wasteMinor).toEqual({ value: 0, u: 0 });
      expect(result.padYears).toBeCloseTo(15, 9);
    }
  });

  test('topping all up together opens the printer less often than one by one, and wastes less', () => {
    const results = simulatePolicies(input({ scatter: 0.25 }, { reserveMl: 3.5, useU: 0.1 }));
    const [single, together] = [of(results, 'single'), of(results, 'topUpAll')];
    expect(together.routinesPerYear.value).toBeLessThan(single.routinesPerYear.value);
    expect(together.wasteMinor.value).toBeLessThan(single.wasteMinor.value);
    expect(together.threshold).toBeGreaterThan(0);
    expect(of(results, 'rotateEveryN').threshold).toBeGreaterThan(1);
  });

  test.each([
    { useU: 0, scatter: 0, times: 1 },
    { useU: 0, scatter: 0.01, times: 1.8 },
    { useU: 0.1, scatter: 0.25, times: 0.3 },
    { useU: 0.1, scatter: 0.4, times: 6 },
    { useU: 0.2, scatter: 0.25, times: 2 },
  ])('the dry risk stays at what was allowed: %j', ({ useU, scatter, times }) => {
    const results = simulatePolicies(
      input(
        {
          scatter,
          years: 400,
          dayUse: [YEAR_ML.map((ml) => (times * ml) / 365), YEAR_ML.map(() => 0)],
          dayArea: [10, 0],
        },
        { reserveMl: 3.5, useU },
      ),
    );
    for (const { dryProbability, dryU } of results)
      expect(dryProbability).toBeLessThanOrEqual(0.05 + 2 * dryU);
  });
});

describe('ways tried on days of which the truth is known', () => {
  const days = Array.from({ length: 140 }, (_, i) => YEAR_ML.map((ml) => (i % 2 ? 2 * ml : 0) / 365));
  const known = (times: number) => ({
    dayUse: days,
    dayArea: days.map((_, i) => (i % 2 ? 10 : 0)),
    trueUse: days.map((day) => day.map((ml) => times * ml)),
  });
  const basis = input(
    { scatter: 0.1, dayUse: days, dayArea: known(1).dayArea },
    { reserveMl: 3.5, useU: 0.05 },
  );

  test('where the log is right, nothing runs dry; where the printer draws half as much again unseen, it does', () => {
    const dry = (times: number): number[] =>
      simulatePolicies({ ...basis, random: seeded(2) }, known(times))
        .filter(({ code }) => code !== 'originals')
        .map(({ dryProbability }) => dryProbability);
    expect(Math.max(...dry(1))).toBe(0);
    expect(Math.max(...dry(0.8))).toBe(0);
    expect(Math.max(...dry(1.5))).toBeGreaterThan(0.5);
  });

  test('thresholds and margins come from what was known before, not from those days', () => {
    const there = simulatePolicies({ ...basis, random: seeded(2) });
    const here = simulatePolicies({ ...basis, random: seeded(2) }, known(3));
    expect(here.map(({ threshold }) => threshold)).toEqual(there.map(({ threshold }) => threshold));
  });

  test('it says how far it is, way by way', () => {
    const shares: number[] = [];
    simulatePolicies({ ...basis, years: 20 }, null, (share) => shares.push(share));
    expect(shares).toEqual(POLICIES.map((_, i) => (i + 1) / POLICIES.length));
  });
});

/** Three channels in use for eight weeks: six sheets a week, weighed at the end of each. */
function used(weeks: number): Fact[] {
  const facts = script([
    ...setUp,
    ...['cyan', 'magenta', 'yellow'].flatMap((id) => [
      weigh(id, 41.6),
      fill(id, 45),
      weigh(id, 41.58 + 45 * 1.064, 'after'),
    ]),
    install,
  ]);
  for (let week = 0; week < weeks; week++) {
    const start = new Date(Date.UTC(2026, 2, 2 + 7 * week, 10)).toISOString();
    const left = 41.58 + (45 - 2 * (week + 1)) * 1.064;
    facts.push(
      ...script([print(6), weigh('cyan', left), weigh('magenta', left), weigh('yellow', left)], start).map(
        (fact) => ({ ...fact, id: `${fact.id.slice(0, -3)}${String(week).padStart(3, '0')}` }),
      ),
    );
  }
  return facts;
}
const AT = '2026-04-27T12:00:00.000Z';
const OPTIONS = { weeks: 12, years: 60, allowedRisk: 0.05 };

describe('what a printer will need', () => {
  const book = Ledger.from(used(8));

  test('its rhythm is that of its own days, changes left out', () => {
    const rhythm = rhythmOf(book, 'printer', AT)!;
    expect(rhythm.days).toBeGreaterThan(50);
    expect(rhythm.dayArea.filter((area) => area > 0)).toHaveLength(8);
    expect(rhythm.channels[0]!.meanMl * 7).toBeGreaterThan(1.2);
    expect(rhythm.channels[0]!.meanMl * 7).toBeLessThan(2.4);
  });

  test('the forecast begins at the ink now, falls at the rhythm, and widens', () => {
    const forecast = forecastInk(book, 'printer', AT, 12)!;
    const cyan = forecast.points.filter((point) => point.slotId === 'cyan');
    expect(cyan).toHaveLength(13);
    expect(Math.abs(cyan[0]!.inkMl - 29)).toBeLessThan(1);
    cyan.slice(1).forEach((point, i) => {
      expect(point.inkMl).toBeLessThanOrEqual(cyan[i]!.inkMl);
      expect(point.low).toBeLessThanOrEqual(point.inkMl);
      if (point.low > 0) expect(point.high - point.low).toBeGreaterThanOrEqual(cyan[i]!.high - cyan[i]!.low);
    });
  });

  test('the date of the reserve lies between its ends, and where the ink divided by the rhythm puts it', () => {
    const forecast = forecastInk(book, 'printer', AT, 12)!;
    const rhythm = rhythmOf(book, 'printer', AT)!;
    forecast.reserveAt.forEach(({ median, low, high }, c) => {
      expect(low! < median! && median! < high!).toBe(true);
      const ink = forecast.points[c * 13]!.inkMl;
      const days = (ink - 3.5) / rhythm.channels[c]!.meanMl;
      expect((Date.parse(median!) - Date.parse(AT)) / 86_400_000 / days).toBeCloseTo(1, 1);
    });
  });

  test('how far it goes: the days of its own rhythm, the safe sheets and their area; unknown before that', () => {
    const far = howFar(book, 'printer', 'cyan', AT)!;
    const { median } = forecastInk(book, 'printer', AT, 12)!.reserveAt[0]!;
    expect(far.days! / ((Date.parse(median!) - Date.parse(AT)) / 86_400_000)).toBeCloseTo(1, 1);
    expect(far.sheets).toBeGreaterThan(0);
    expect(far.dm2).toBeCloseTo(far.sheets * 2.1 * 2.97, 6);
    expect(howFarWords(far)).toMatch(
      /^At the usual rhythm it lasts about \d+ (week|month)s; [\d.]+\u00a0m² of/,
    );
    expect(howFarWords({ days: 3, sheets: 0, dm2: 0 })).toMatch(/^No sheet/);
    expect(howFar(Ledger.from(script(setUp)), 'printer', 'cyan', AT)).toBeNull();
    expect(howFar(book, 'nobody', 'cyan', AT)).toBeNull();
  });

  const readingOf = (percent: number): FactDraft => ({
    kind: 'gaugeRead',
    printerId: 'printer',
    slotId: 'cyan',
    fraction: percent / 100,
    by: 'network',
  });
  test.each<[string, readonly FactDraft[]]>([
    ['an empty slot', [{ kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] }]],
    ['a plug that is out', [{ kind: 'portChanged', cartridgeId: 'cyan', ports: { plug: 'out' } }]],
    [
      'a printer that stopped',
      [{ kind: 'chipSignalled', printerId: 'printer', slotId: 'cyan', signal: 'stops' }],
    ],
    ['a printer that says 5 %', [readingOf(100), readingOf(5)]],
    ['hardly any ink', [weigh('cyan', 45)]],
  ])('%s: Plan gives no date where the one advice has none', (_name, more) => {
    const later = script(more, '2026-04-27T10:00:00.000Z').map((fact) => ({
      ...fact,
      id: `${fact.id.slice(0, -1)}Z`,
    }));
    const now = Ledger.from([...used(8), ...later]);
    const [cyan, magenta] = forecastInk(now, 'printer', AT, 4)!.reserveAt;
    const { advice } = slotView(now, 'printer', 'cyan', AT)!;
    expect(advice.urgency).toBe('now');
    expect(cyan).toMatchObject({
      notKnown: advice.notKnown,
      median: advice.notKnown === null ? AT : null,
    });
    expect(magenta!.median! > AT).toBe(true);
  });

  test('one set cannot be rotated; the cheapest way that is open is named; ink is ordered in time', () => {
    const plan = planPrinter(book, 'printer', AT, OPTIONS, seeded(1))!;
    expect(plan.notKnown).toBeNull();
    for (const policy of plan.policies)
      expect(policy.bar).toBe(policy.code.startsWith('rotate') ? 'needsSecondSet' : null);
    expect(['single', 'topUpAll']).toContain(plan.best);
    expect(plan.buy.map(({ inkId }) => inkId).sort()).toEqual(['ink-cyan', 'ink-magenta', 'ink-yellow']);
    for (const item of plan.buy) expect(item.by > AT && item.volumeMl === 250).toBe(true);
    expect(plan.pad).toMatchObject({ capacityMl: null, fullAt: null });
  });

  test('originals are no way that is open where one of them has no price: the others would look like all of it', () => {
    const slots = PRINTER.slots.map((slot, i) => (i === 0 ? { ...slot, original: null } : slot));
    const [priceless] = script([define({ ...PRINTER, slots })], '2026-04-27T10:00:00.000Z');
    const now = Ledger.from([...used(8), { ...priceless!, id: `${priceless!.id.slice(0, -1)}Z` }]);
    const plan = planPrinter(now, 'printer', AT, OPTIONS, seeded(1))!;
    expect(plan.policies.find(({ code }) => code === 'originals')?.bar).toBe('noOriginalPrice');
    expect(plan.best).not.toBe('originals');
  });

  test('before two weeks of use it says that nothing is known, and guesses no date', () => {
    const plan = planPrinter(
      Ledger.from(used(1)),
      'printer',
      '2026-03-04T00:00:00.000Z',
      OPTIONS,
      seeded(1),
    )!;
    expect(plan).toMatchObject({ notKnown: 'noRhythm', policies: [], best: null, forecast: [] });
    expect(plan.reserveAt.every(({ median }) => median === null)).toBe(true);
    expect(planPrinter(book, 'nobody', AT, OPTIONS, seeded(1))).toBeUndefined();
  });
});
