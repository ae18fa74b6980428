import { define, fill, install, print, PRINTER, script, setUp, SHADES, weigh } from '@hiraeth/core/testing';
import type { Fact, FactDraft } from '@hiraeth/core/workbook';

const DAY_MS = 86_400_000;
export const WRONGS_BEGIN = '2026-03-01T09:00:00.000Z';
export const WRONGS_END = '2026-06-20T18:00:00.000Z';

/** g of a cartridge of the test room that holds so much ink. */
const mass = (ml: number): number => Math.round((41.58 + ml * 1.064) * 100) / 100;

/**
 * Sixteen weeks of a small room in which about everything goes wrong that can: a leak, a spill, another lot, a chip that would
 * not reset, two left out of a weigh-in, a cleaning for one channel, a rinse, a draw back, a look that rejects, a rejected one
 * put right, what is really empty, prints taken back, a head replaced.
 */
export function roomOfWrongs(): Fact[] {
  const on = (day: number, ...drafts: readonly FactDraft[]): Fact[] =>
    script(drafts, new Date(Date.parse(WRONGS_BEGIN) + day * DAY_MS).toISOString()).map((fact, i) => ({
      ...fact,
      id: `w${String(day).padStart(3, '0')}${String(i).padStart(2, '0')}`,
    }));
  const weighAll = (ml: readonly (number | null)[]): FactDraft[] =>
    SHADES.flatMap((shade, i) => (ml[i] == null ? [] : [weigh(shade, mass(ml[i]))]));
  const printer = {
    ...PRINTER,
    padCapacityMl: 120,
    lineMl: 6,
    headLines: 120,
    headSpares: 2,
    cleansAfterIdleDays: 9,
  };
  return [
    ...on(
      0,
      ...setUp,
      define(printer),
      define({ entity: 'subject', id: 'dark', name: 'Dark' }),
      define({
        entity: 'bottle',
        id: 'second-magenta',
        inkId: 'ink-magenta',
        lot: 'M2',
        volumeMl: 100,
        priceMinor: 1400,
        emptyG: { value: 21.4, u: 0.1 },
      }),
    ),
    ...on(
      1,
      { kind: 'purchased', what: 'kit', name: 'Kit', priceMinor: 4200, lifeMonths: 24 },
      { kind: 'purchased', what: 'chips', name: 'Chips', priceMinor: 900, count: 3, printerId: 'printer' },
      { kind: 'quoted', printerId: 'printer', slotId: 'cyan', priceMinor: 5000 },
      { kind: 'bottleOpened', bottleId: 'bottle-cyan', linerPresent: true },
      ...SHADES.map((shade) => weigh(shade, 41.6, 'before')),
      ...SHADES.map((shade) => fill(shade, 45)),
      weigh('cyan', mass(45), 'after'),
      weigh('magenta', mass(44.6), 'after'),
      ...SHADES.map((cartridgeId): FactDraft => ({ kind: 'chipReset', cartridgeId, worked: true })),
      install,
    ),
    ...on(5, print(9), { kind: 'cleaned', printerId: 'printer', level: 'light' }),
    ...on(8, { ...print(4), subjectId: 'dark' } as FactDraft),
    ...on(14, ...weighAll([40.1, 39.9, 41.2])),
    ...on(16, { ...print(12), edition: 'Heath' } as FactDraft),
    ...on(
      20,
      {
        kind: 'nozzleChecked',
        printerId: 'printer',
        gaps: [{ slotId: 'cyan', nozzles: 3, lines: [4, 5, 6] }],
      },
      { kind: 'cleaned', printerId: 'printer', level: 'deep', slotIds: ['cyan'] },
      { kind: 'nozzleChecked', printerId: 'printer', gaps: [{ slotId: 'cyan', nozzles: 1, lines: [5] }] },
    ),
    ...on(21, { kind: 'gaugeRead', printerId: 'printer', slotId: 'cyan', fraction: 0.78, by: 'person' }),
    // Yellow is left out; cyan leaks from here.
    ...on(28, ...weighAll([31.2, 35.4, null])),
    ...on(33, {
      kind: 'looked',
      cartridgeId: 'cyan',
      found: 'leaksAtRest',
      mlPerDay: { value: 0.3, u: 0.05 },
    }),
    ...on(
      34,
      { kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] },
      { kind: 'spilt', from: 'cartridge', subjectId: 'cyan', ml: { value: 1.5, u: 0.4 } },
      weigh('cyan', mass(27.4)),
    ),
    ...on(
      36,
      { kind: 'looked', cartridgeId: 'cyan', found: 'sound' },
      { kind: 'portChanged', cartridgeId: 'cyan', ports: { plug: 'in', vent: 'open' } },
      { kind: 'installed', printerId: 'printer', into: [{ slotId: 'cyan', cartridgeId: 'cyan' }] },
    ),
    // A long rest: the printer cleans by itself.
    ...on(55, print(3)),
    ...on(
      56,
      ...weighAll([24.6, 31.9, 36.2]),
      fill('magenta', 12, { bottleId: 'second-magenta', leftover: { ml: 0.8, fate: 'bin' } }),
      weigh('magenta', mass(43.7), 'after'),
      { kind: 'chipReset', cartridgeId: 'magenta', worked: false },
      { kind: 'chipReplaced', cartridgeId: 'magenta', volumeMl: 50, original: false },
      { kind: 'spilt', from: 'bottle', subjectId: 'second-magenta', ml: { value: 3, u: 1 } },
    ),
    ...on(60, { ...print(30), subjectId: 'dark' } as FactDraft, {
      kind: 'jobPlanned',
      printerId: 'printer',
      title: 'Coast',
      copies: 12,
      widthMm: 420,
      heightMm: 594,
      subjectId: 'dark',
      by: '2026-06-28T12:00:00.000Z',
    }),
    ...on(63, { kind: 'voided', factId: 'w01600', reason: 'never printed' }),
    ...on(
      70,
      ...weighAll([16.1, 33.8, 27.7]),
      { kind: 'chipSignalled', printerId: 'printer', slotId: 'cyan', signal: 'low' },
      { kind: 'levelSeen', cartridgeId: 'yellow', fraction: 0.6, u: 0.1 },
    ),
    ...on(
      76,
      {
        kind: 'drawnOut',
        cartridgeId: 'yellow',
        chamber: 0,
        ml: { value: 5, u: 0.3 },
        fate: 'bottle',
        bottleId: 'bottle-yellow',
      },
      { kind: 'primed', cartridgeId: 'yellow', ml: { value: 0.6, u: 0.1 }, fate: 'bin' },
      { kind: 'shadeGraded', printerId: 'printer', grades: [{ criterion: 'neutralGreys', grade: 'slight' }] },
    ),
    ...on(
      80,
      print(8),
      { kind: 'headReplaced', printerId: 'printer' },
      { kind: 'padReset', printerId: 'printer' },
    ),
    ...on(
      84,
      ...weighAll([9.8, 30.9, 19.6]),
      { kind: 'fadedOrRanDry', cartridgeId: 'cyan', ranDry: false },
      { kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] },
      { kind: 'flushed', cartridgeId: 'cyan', chamber: 0, addedMl: 20, drawnMl: 26 },
    ),
    ...on(90, { ...weigh('cyan', 43.4), purpose: 'drying' } as FactDraft),
    ...on(
      95,
      weigh('cyan', 41.9, 'before'),
      fill('cyan', 44, { occasion: 'first' }),
      weigh('cyan', mass(44.2), 'after'),
      { kind: 'chipReset', cartridgeId: 'cyan', worked: true },
      { kind: 'installed', printerId: 'printer', into: [{ slotId: 'cyan', cartridgeId: 'cyan' }] },
      { kind: 'gaugeRead', printerId: 'printer', slotId: 'magenta', fraction: 0.31, by: 'network' },
    ),
    ...on(99, print(6), { kind: 'noted', text: 'smelt of solvent' }),
    ...on(104, ...weighAll([40.4, 26.2, 15.1])),
    ...on(107, { kind: 'snoozed', what: 'weighIn:printer', until: '2026-06-25T00:00:00.000Z' }, print(2)),
  ];
}
