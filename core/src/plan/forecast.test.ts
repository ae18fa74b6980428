import { describe, expect, test } from '@jest/globals';
import { Ledger, modelOf } from '../ledger';
import { fill, install, print, script, setUp, SHADES, weigh } from '../testing';
import type { Fact, FactDraft } from '../workbook';
import { ALWAYS, paperAndWaste } from '../account';
import { useCsv } from '../exchange';
import { COVERAGE } from '../numeric';
import { coefficientPerDm2 } from '../usage';
import { forecastUse } from './forecastUse';
import { pooledRatios } from './pooledRatios';
import { scoreForecasts } from './scoreForecasts';
import { whatWasLearnt } from './whatWasLearnt';

const at = (week: number, hour = 10): string => new Date(Date.UTC(2026, 2, 2 + 7 * week, hour)).toISOString();
/** Facts at an hour of a week, with ids of their own. */
const during = (week: number, drafts: readonly FactDraft[], hour = 10): Fact[] =>
  script(drafts, at(week, hour)).map((fact) => ({
    ...fact,
    id: `${fact.id.slice(0, -4)}${String(100 * week + hour).padStart(4, '0')}`,
  }));
const left = (week: number): number => 41.58 + (45 - 1.5 * week) * 1.064;
const WEEKS = 8;
const facts: Fact[] = [
  ...script(
    [
      ...setUp,
      ...SHADES.flatMap((id) => [weigh(id, 41.6), fill(id, 45), weigh(id, left(0), 'after')]),
      install,
    ],
    '2026-03-01T09:00:00.000Z',
  ),
  ...Array.from({ length: WEEKS }, (_, week) => [
    ...during(week, [print(8)]),
    ...during(
      week,
      SHADES.map((id) => weigh(id, left(week + 1))),
      20,
    ),
  ]).flat(),
];

describe('a forecast', () => {
  const from = at(WEEKS - 1, 8);
  const to = at(WEEKS - 1, 19);

  test('of a week like the last ones holds what the scale then says', () => {
    const { printers } = forecastUse(facts, from, to);
    expect(printers).toHaveLength(1);
    for (const channel of printers[0]!.channels) {
      expect(channel.low).toBeLessThan(1.5);
      expect(channel.high).toBeGreaterThan(1.5);
      expect(channel).toMatchObject({ byGauge: false });
      expect(Math.abs(channel.useMl - 1.5)).toBeLessThan(0.5);
    }
  });

  test('sees no evidence of the ink after its beginning', () => {
    const lying = facts.map((fact) =>
      fact.kind === 'weighed' && fact.at > from ? { ...fact, massG: { ...fact.massG, value: 44 } } : fact,
    );
    expect(forecastUse(lying, from, to)).toEqual(forecastUse(facts, from, to));
  });

  test('takes as known what was printed meanwhile: none printed, next to nothing drawn', () => {
    const idle = facts.filter((fact) => !(fact.kind === 'printed' && fact.at > from));
    for (const channel of forecastUse(idle, from, to).printers[0]!.channels)
      expect(channel.useMl).toBeLessThan(0.1);
  });

  test('readings of the gauge at both ends enter it', () => {
    const reads = (percent: number): FactDraft[] =>
      SHADES.map((slotId) => ({
        kind: 'gaugeRead',
        printerId: 'printer',
        slotId,
        fraction: percent / 100,
        by: 'network',
      }));
    const read = [...facts, ...during(WEEKS - 1, reads(60), 9), ...during(WEEKS - 1, reads(57), 18)];
    const plain = forecastUse(facts, from, to).printers[0]!.channels[0]!;
    const joined = forecastUse(read, from, to).printers[0]!.channels[0]!;
    expect(joined.byGauge).toBe(true);
    // Three hundredths of a chip of 54 ml.
    expect(Math.abs(joined.useMl - 1.62)).toBeLessThan(0.4);
    expect(joined.u).toBeLessThan(plain.u);
  });
});

test('the score sets each forecast beside what was weighed, in order, and says how many held', () => {
  const score = scoreForecasts(Ledger.from(facts));
  expect(score.intervals.length).toBe(WEEKS * SHADES.length);
  for (const interval of score.intervals) {
    expect(interval.usedMl).toBeCloseTo(1.5, 1);
    expect(interval.low).toBeLessThanOrEqual(interval.foretoldMl);
    expect(interval.leftOut).toBe(false);
  }
  const late = score.intervals.slice(-SHADES.length);
  for (const interval of late) expect(interval.u).toBeLessThan(score.intervals[0]!.u);
  expect(score.inside).toBeGreaterThan(0.9);
  expect(score.printers[0]).toMatchObject({ id: 'printer', changes: [], missing: [] });
});

test('nothing weighed twice, nothing scored', () => {
  expect(scoreForecasts(Ledger.from(script(setUp))).inside).toBeNull();
});

describe('what a year of weigh-ins says', () => {
  const ledger = Ledger.from(facts);
  const now = at(WEEKS, 12);

  test('all channels of a weigh-in together, each about as foretold; a fourfold week stands out', () => {
    const ratios = pooledRatios(ledger, 'printer');
    expect(ratios).toHaveLength(WEEKS);
    for (const { ratio, u } of ratios.slice(2)) expect(Math.abs(ratio - 1)).toBeLessThan(3 * u + 0.2);
    const heavy = Ledger.from([
      ...facts,
      ...during(WEEKS, [print(8)]),
      ...during(
        WEEKS,
        SHADES.map((id) => weigh(id, left(WEEKS) - 6 * 1.064)),
        20,
      ),
    ]);
    const last = pooledRatios(heavy, 'printer').at(-1)!;
    expect(last.ratio).toBeGreaterThan(2.5);
    expect(last.ratio - COVERAGE * last.u).toBeGreaterThan(1);
    expect(pooledRatios(ledger, 'nobody')).toEqual([]);
  });

  test('from how many it was learnt; kinds that take the same make no sentence, others their ratio', () => {
    const learnt = whatWasLearnt(ledger, 'printer', now)!;
    expect(learnt).toEqual({ weighIns: WEEKS, copies: 8 * WEEKS, ratios: [] });
    // Every other week of another kind that takes three times as much.
    const kinds = Array.from({ length: 16 }, (_, week) => [
      ...during(week, [{ ...print(8), subjectId: week % 2 ? 'dark' : 'any' } as FactDraft]),
      ...during(
        week,
        SHADES.map((id) => weigh(id, 41.58 + (45 - week - 1 - Math.floor((week + 1) / 2)) * 1.064)),
        20,
      ),
    ]).flat();
    const two = Ledger.from([
      ...script(
        [
          ...setUp,
          { kind: 'defined', entity: { entity: 'subject', id: 'dark', name: 'Dark' } },
          ...SHADES.flatMap((id) => [weigh(id, 41.6), fill(id, 45), weigh(id, left(0), 'after')]),
          install,
        ],
        '2026-03-01T09:00:00.000Z',
      ),
      ...kinds,
    ]);
    const [first] = whatWasLearnt(two, 'printer', at(16, 12))!.ratios;
    expect(first).toMatchObject({ more: 'Dark', less: 'Any' });
    // Plain only where its doubt, that of both kinds together, leaves it plain.
    expect(first!.ratio.value - 2 * first!.ratio.u).toBeGreaterThan(1.3);
    const model = modelOf(two, 'printer')!;
    const [dark, any] = ['dark', 'any'].map((id) => coefficientPerDm2(model, first!.slotId, id));
    const share = (use: { value: number; u: number }): number => use.u / use.value;
    expect(first!.ratio.u / first!.ratio.value).toBeCloseTo(Math.hypot(share(dark!), share(any!)), 9);
    expect(whatWasLearnt(Ledger.from(script(setUp)), 'printer', now)).toBeNull();
  });

  test('paper and waste of the months add up to what was drawn', () => {
    const months = paperAndWaste(ledger, 'printer', at(0, 0), now);
    const sum = (of: (month: (typeof months)[number]) => number): number =>
      months.reduce((a, month) => a + of(month), 0);
    const drawn = sum(({ paperMl, headMl, changesMl, lostMl }) => paperMl + headMl + changesMl + lostMl);
    // Eight weeks are few: what such printers usually take still has its share.
    expect(Math.abs(drawn / (3 * 1.5 * WEEKS) - 1)).toBeLessThan(0.02);
    expect(sum(({ paperMl }) => paperMl)).toBeGreaterThan(0.5 * drawn);
    expect(months.map(({ from }) => from)).toEqual([...months.map(({ from }) => from)].sort());
    expect(paperAndWaste(ledger, 'nobody', ALWAYS, now)).toEqual([]);
  });

  test('as a table: µl a dm², and what a spreadsheet would run is defused', () => {
    const text = useCsv(['cyan'], [{ name: '=1+1', uses: [{ value: 0.012, u: 0.001 }] }]);
    expect(text.trim().split(/\r?\n/)).toHaveLength(2);
    expect(text).toContain('12,1.96');
    expect(text).not.toMatch(/,=1/);
  });
});
