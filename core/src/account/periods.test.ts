import { describe, expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { cartridge, define, PRINTER, print, script, setUp, weigh } from '../testing';
import type { FactDraft, Printer } from '../workbook';
import { inkAccounts } from './inkAccount';
import { ALWAYS } from './printerMonths';

/** One channel that draws by prints alone, so that each ml has one place and one day by hand. */
const RHO = 1.064;
const EMPTY_G = 41.58;
const PRINT_ML = 2.97 * 4.2 * 0.012;
const solo: Printer = {
  ...PRINTER,
  slots: PRINTER.slots.slice(0, 1),
  draws: { ...PRINTER.draws, change: { value: 0, u: 0.0001 }, idleDay: { value: 0, u: 0.0001 } },
};
const idling: Printer = { ...solo, draws: { ...solo.draws, idleDay: { value: 0.01, u: 0.0001 } } };
const day = (n: number): string => new Date(Date.UTC(2026, 2, n)).toISOString();
const on = (n: number, fact: FactDraft): FactDraft => ({ ...fact, at: day(n) });
const holds = (ml: number): FactDraft => weigh('cyan', EMPTY_G + RHO * ml);
const putIn: FactDraft = {
  kind: 'installed',
  printerId: 'printer',
  into: [{ slotId: 'cyan', cartridgeId: 'cyan' }],
};
const takeOut: FactDraft = { kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] };

/** Of each period: how much ended where. */
function periods(edges: readonly string[], ...drafts: readonly FactDraft[]) {
  const ledger = Ledger.from(
    script(
      [...setUp, define(solo), define(cartridge('cyan', 'cyan')), ...drafts],
      '2026-02-20T00:00:00.000Z',
    ),
  );
  return inkAccounts(ledger, 'printer', edges)!.map(({ channels }) => {
    const by: Record<string, number> = {};
    for (const { cause, ml } of channels[0]!.entries) by[cause] = (by[cause] ?? 0) + ml;
    return Object.fromEntries(
      Object.entries(by).flatMap(([cause, ml]) => (ml > 0.005 ? [[cause, Number(ml.toFixed(2))]] : [])),
    );
  });
}

describe('a month is charged with its own ink', () => {
  // What stands takes is standing’s; a leak is found at the weighing that shows it, all else went with what was drawn.
  test.each([
    ['unknown', { idle: 0.05, unexplained: 0.95 }, { idle: 0.16, unexplained: 2.85 }],
    ['notLogged', { idle: 0.05, notLogged: 0.95 }, { idle: 0.16, notLogged: 2.85 }],
    ['leaked', { idle: 0.05, leaked: 0.95 }, { idle: 0.16, leaked: 2.85 }],
  ] as const)('ink that went while nothing was logged, explained as %s', (because, ...expected) => {
    const weighed = { ...holds(36), because };
    const stood = [define(idling), on(1, holds(40)), on(1, putIn), on(21, weighed)];
    expect(periods([day(1), day(6), day(22)], ...stood)).toEqual(expected);
  });

  test('what is printed between two weighings belongs to the days of its prints, in the measure of the weighings', () => {
    const printed = periods(
      [day(1), day(6), day(21)],
      on(1, holds(40)),
      on(1, putIn),
      on(3, print(10)),
      on(10, print(30)),
      on(21, holds(40 - 40 * PRINT_ML * 1.2)),
    );
    expect(printed.map((period) => Object.keys(period))).toEqual([['printed'], ['printed']]);
    expect(printed[1]!['printed']! / printed[0]!['printed']!).toBeCloseTo(3, 1);
    expect(printed[0]!['printed']! + printed[1]!['printed']!).toBeCloseTo(40 * PRINT_ML * 1.2, 1);
  });

  test('printed beyond what was there, in two stays and never weighed again: each stay bears its part of what is missing', () => {
    const edges = [day(1), day(6), day(21)];
    const stays = (first: number, second: number) =>
      periods(
        edges,
        on(1, holds(10)),
        on(1, putIn),
        on(2, print(first)),
        on(5, takeOut),
        on(7, putIn),
        on(8, print(second)),
        on(12, takeOut),
        on(14, { kind: 'flushed', cartridgeId: 'cyan', chamber: 0, addedMl: 5, drawnMl: 5 }),
      );
    const [early, late] = stays(20, 180);
    const all = (period: Record<string, number>) => Object.values(period).reduce((sum, ml) => sum + ml, 0);
    expect([all(early!), all(late!)]).toEqual([1, 9]);
  });

  test('before the first edge and behind the last nothing is charged; from the beginning on all is', () => {
    const facts = [on(1, holds(40)), on(1, putIn), on(3, print(10)), on(4, holds(38)), on(8, print(5))];
    expect(periods([day(4), day(5)], ...facts)).toEqual([{}]);
    expect(periods([ALWAYS, day(5)], ...facts)).toEqual([{ printed: 2 }]);
  });
});
