import { expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { install, print, script, setUp, weigh } from '../testing';
import type { FactDraft } from '../workbook';
import { sinceLastMonth } from './sinceLastMonth';

const DAY = 86_400_000;
const START = Date.parse('2026-03-01T09:00:00.000Z');
const day = (n: number): string => new Date(START + n * DAY).toISOString();
const on = (n: number, draft: FactDraft): FactDraft => ({ ...draft, at: day(n) });
/** Two months from the third day on: thirty sheets in the first, ten and a deep cleaning in the second. */
const ledger = (more: readonly FactDraft[] = []): Ledger =>
  Ledger.from(
    script([
      ...setUp,
      ...['cyan', 'magenta', 'yellow'].map((id) => on(0, weigh(id, 90))),
      on(0.1, install),
      on(10, print(30)),
      ...['cyan', 'magenta', 'yellow'].map((id) => on(20, weigh(id, 80))),
      on(40, print(10)),
      on(41, { kind: 'cleaned', printerId: 'printer', level: 'deep' }),
      ...['cyan', 'magenta', 'yellow'].map((id) => on(50, weigh(id, 74))),
      ...more,
    ]),
  );
const at = day(62);
const seen = (more: readonly FactDraft[] = []) => sinceLastMonth(ledger(more).snapshot(), 'printer', at)!;

test('thirty days beside the thirty before: each print and each weigh-in counts in its own', () => {
  const { last, before } = seen();
  expect([before.from, before.to, last.from, last.to]).toEqual([day(2), day(32), day(32), at]);
  expect([before.copies, last.copies]).toEqual([30, 10]);
  // A deep cleaning for ten sheets wastes more than a first change for thirty.
  expect(last.wasteShare!).toBeGreaterThan(before.wasteShare!);
  expect(last.wasteShare!).toBeLessThan(1);
  for (const { error } of [last, before]) expect(error!).toBeGreaterThan(0);
});

test('what is bought counts in the month in which it was bought', () => {
  const bought = seen([on(45, { kind: 'purchased', what: 'consumables', name: 'Gloves', priceMinor: 1000 })]);
  expect(bought.last.perDm2Minor!.value).toBeGreaterThan(seen().last.perDm2Minor!.value);
  expect(bought.before.perDm2Minor!.value).toBeCloseTo(seen().before.perDm2Minor!.value, 9);
});

test('a month without prints has no price a sheet, and none without a weigh-in says how well it was foretold', () => {
  const { last } = sinceLastMonth(ledger().snapshot(), 'printer', day(120))!;
  expect([last.copies, last.perDm2Minor, last.error]).toEqual([0, null, null]);
  expect(sinceLastMonth(ledger().snapshot(), 'nobody', at)).toBeNull();
});
