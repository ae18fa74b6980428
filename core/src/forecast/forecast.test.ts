import { describe, expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { fill, install, print, script, setUp, SHADES, weigh } from '../testing/bench';
import type { Fact, FactDraft } from '../workbook';
import { forecastUse, scoreForecasts } from './index';

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
