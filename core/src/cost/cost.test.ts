import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ALWAYS, inkAccount, type ChannelAccount } from '../account';
import { monthsCsv, quoteCsv } from '../exchange';
import { DEFAULT_SETTINGS, Ledger } from '../ledger';
import { widenForFew } from '../numeric';
import { taxWords } from '../words';
import {
  between,
  cartridge,
  define,
  ENTITIES,
  fill,
  install,
  print,
  PRINTER,
  script,
  setUp,
  TYPE,
  weigh,
} from '../testing';
import type { Bottle, FactDraft, Printer, PurchaseKind } from '../workbook';
import { accountSlowly } from './accountSlowly';
import { AS_IT_WAS, leversOf, whatIf } from './whatIf';
import { costOfPrints } from './costOfPrints';
import { beforeFirstFill, type FirstFillInput } from './beforeFirstFill';
import { leftOut } from './leftOut';
import { lotCosts } from './lotCosts';
import { meanPrint, perDm2, printCost } from './printCost';
import { paybackOf } from './payback';
import { periodCost } from './periodCost';
import { printedIn } from './printedIn';
import { printerCost } from './printerCost';
import { promise } from './promise';
import { quoteEdition } from './quoteEdition';
import { quoteOutcome } from './quoteOutcome';
import { sellersFigure } from './sellersFigure';
import { singleChanges } from './singleChanges';

/** The year of worked example 9: two channels, 100 prints of 297 × 420 mm, each cause weighed apart. */
const RHO = 1.064;
const EMPTY_G = 41.58;
const SLOTS = ['cyan', 'magenta'] as const;
const printer: Printer = {
  ...PRINTER,
  slots: PRINTER.slots.slice(0, 2),
  draws: {
    ...PRINTER.draws,
    light: { value: 8, u: 2 },
    change: { value: 1, u: 0.0001 },
    idleDay: { value: 0, u: 0.0001 },
  },
};
const bottleOf = (shade: string, priceMinor: number | null = 1000): Bottle => ({
  entity: 'bottle',
  id: `bottle-${shade}`,
  inkId: `ink-${shade}`,
  lot: 'M1',
  volumeMl: 100,
  priceMinor,
  emptyG: null,
});
const bottle = (shade: string, priceMinor: number | null): FactDraft => define(bottleOf(shade, priceMinor));
const room = (magentaMinor: number | null = 1000): FactDraft[] => [
  ...setUp,
  define({ ...TYPE, capacityMl: 200, fullG: 400, maxG: 400 }),
  define({ ...ENTITIES.find((one) => one.entity === 'scale'), capacityG: 500 } as never),
  define(printer),
  ...SLOTS.map((id) => define(cartridge(id, id))),
  bottle('cyan', 900),
  bottle('magenta', magentaMinor),
];
const holds = (id: string, ml: number): FactDraft => weigh(id, EMPTY_G + RHO * ml);
const both = (cyan: number, magenta: number): FactDraft[] => [holds('cyan', cyan), holds('magenta', magenta)];
const start: FactDraft[] = [
  holds('cyan', 0),
  holds('magenta', 0),
  fill('cyan', 95),
  fill('magenta', 95),
  ...both(95, 95),
];
const putIn: FactDraft = {
  kind: 'installed',
  printerId: 'printer',
  into: SLOTS.map((id) => ({ slotId: id, cartridgeId: id })),
};
const clean: FactDraft = { kind: 'cleaned', printerId: 'printer', level: 'light' };
const kit: FactDraft = {
  kind: 'purchased',
  what: 'kit',
  name: 'Kit',
  priceMinor: 9000,
  lifeMonths: 36,
};
/** Drawn 72 ml of cyan (4 by changes, 60 printed, 8 by cleanings) and 52 of magenta (4, 40, 8), in that order. */
const drawn: FactDraft[] = [
  ...[putIn, putIn, putIn, putIn],
  ...both(91, 91),
  print(60),
  print(40),
  ...both(31, 51),
  clean,
  ...both(23, 43),
];
const FROM = '2026-03-01T09:00:00.000Z';
const AT = '2027-03-01T15:00:00.000Z';
const year = (more: readonly FactDraft[] = [], magentaMinor: number | null = 1000): Ledger =>
  Ledger.from(script([...room(magentaMinor), kit, ...start, ...drawn, ...more], FROM));

describe('a year by hand (example 9)', () => {
  const book = year();
  const cost = printerCost(book, 'printer', AT)!;

  test('drawn, priced, and the kit’s share add up', () => {
    expect(cost.channels[0]!.drawnMl.value).toBeCloseTo(72, 0);
    expect(cost.channels[1]!.drawnMl.value).toBeCloseTo(52, 0);
    expect(cost.channels[0]!.printedMl).toBeCloseTo(60, 0);
    expect(cost.channels[1]!.printedMl).toBeCloseTo(40, 0);
    expect(cost.channels[0]!.drawnMinor! / 648).toBeCloseTo(1, 2);
    expect(cost.channels[1]!.drawnMinor! / 520).toBeCloseTo(1, 2);
    const bought = cost.refill.parts.find((part) => part.code === 'purchase')!;
    expect(bought.minor! / 3000).toBeCloseTo(1, 2);
    expect(cost.refill.minor! / 4168).toBeCloseTo(1, 2);
    expect(meanPrint(cost, 'refill')!.value / 41.68).toBeCloseTo(1, 2);
  });

  test('originals: the same use, with their own changes instead', () => {
    const { changes } = singleChanges([
      { useMl: 68, usableMl: 46, primeMl: 1 },
      { useMl: 48, usableMl: 46, primeMl: 1 },
    ])!;
    expect(changes).toBeCloseTo(2.636, 3);
    expect(cost.original.minor! / 12_523).toBeCloseTo(1, 2);
    expect(cost.savedMinor! / (12_523 - 4168)).toBeCloseTo(1, 1);
  });

  test('paid back when the saving before the kit has covered it', () => {
    const payback = paybackOf(book, cost);
    expect(payback.investedMinor).toBe(9000);
    expect(payback.savedPerMonthMinor!).toBeCloseTo((cost.savedMinor! + 3000) / 12, -1);
    expect(payback.months!).toBeCloseTo(9.5, 1);
    expect(payback.lowMonths!).toBeLessThan(payback.months!);
    expect(payback.highMonths!).toBeGreaterThan(payback.months!);
    expect(payback.at!.slice(0, 7)).toBe('2026-12');
  });
});

describe('one account, cut every way', () => {
  const later = (months: number, drafts: readonly FactDraft[]) =>
    script(drafts, new Date(Date.UTC(2026, 2 + months, 10)).toISOString()).map((fact) => ({
      ...fact,
      id: `${fact.id.slice(0, -2)}${String(months).padStart(2, '0')}`,
    }));
  const months = [1, 2, 3, 5].flatMap((month) => {
    const left = 80 - 8 * month;
    return later(month, [print(7), clean, ...both(left, left + 2)]);
  });
  const book = Ledger.from([...script([...room(), kit, ...start, putIn], FROM), ...months]);
  const end = '2026-10-01T00:00:00.000Z';
  const sum = (list: readonly (number | null)[]): number => list.reduce<number>((a, b) => a + b!, 0);

  test.each([
    [ALWAYS, end],
    ['2026-04-15T00:00:00.000Z', '2026-07-20T00:00:00.000Z'],
  ])('channels, causes and months each add up to the whole, from %s to %s', (from, to) => {
    const { cost, causes, months: parts, prints } = periodCost(book, 'printer', from, to)!;
    const ink = sum(cost.channels.map((channel) => channel.drawnMinor! + channel.lostMinor!));
    const ml = sum(cost.channels.map((channel) => channel.drawnMl.value + channel.lostMl));
    expect(sum(causes.map((cause) => cause.minor))).toBeCloseTo(ink, 6);
    expect(sum(causes.map((cause) => cause.ml))).toBeCloseTo(ml, 6);
    expect(sum(parts.map((month) => month.drawnMl))).toBeCloseTo(
      sum(cost.channels.map((channel) => channel.drawnMl.value)),
      6,
    );
    expect(sum(parts.map((month) => month.copies))).toBe(cost.copies);
    expect(sum(prints.map((kind) => kind.copies))).toBe(cost.copies);
    expect(sum(parts.map((month) => month.refillMinor))).toBeCloseTo(cost.refill.minor!, 4);
    expect(parts.at(-1)!.savedSoFarMinor).toBeCloseTo(sum(parts.map((month) => month.savedMinor)), 6);
    parts.slice(1).forEach((month, i) => expect(month.from).toBe(parts[i]!.to));
  });

  test('the months as a table: one row each, an unknown amount empty', () => {
    const found = periodCost(book, 'printer', ALWAYS, end)!;
    const rows = monthsCsv(found.months, 'GBP').trim().split('\r\n');
    expect(rows).toHaveLength(found.months.length + 1);
    expect(rows[0]).toMatch(/^from \(UTC\),.*saved so far \(GBP\)$/);
    expect(Number(rows.at(-1)!.split(',').at(-1))).toBeCloseTo(
      found.months.at(-1)!.savedSoFarMinor! / 100,
      3,
    );
    const poor = periodCost(year([], null), 'printer', ALWAYS, AT)!.months;
    expect(monthsCsv(poor, 'GBP')).toContain(',,');
  });

  test('nothing otherwise costs what it cost; what the saving depends on most comes first', () => {
    const cost = printerCost(book, 'printer', end)!;
    const same = whatIf(book, cost, AS_IT_WAS)!;
    expect(same.refillMinor).toBeCloseTo(cost.refill.minor!, 6);
    expect(same.originalMinor / cost.original.minor!).toBeCloseTo(1, 1);
    const levers = leversOf(book, cost);
    const reach = levers.map((lever) => Math.abs(lever.highMinor - lever.lowMinor));
    expect(reach).toEqual([...reach].sort((a, b) => b - a));
    const inkPrice = levers.find((lever) => lever.of === 'inkPrice')!;
    expect(inkPrice.lowMinor).toBeGreaterThan(inkPrice.highMinor);
    expect(whatIf(book, cost, { ...AS_IT_WAS, originalPrice: 2 })!.originalMinor).toBeCloseTo(
      2 * same.originalMinor,
      6,
    );
  });

  test('an unknown price is unknown in every cut, never nothing', () => {
    const poor = year([], null);
    const { cost, causes, months: parts, payback } = periodCost(poor, 'printer', ALWAYS, AT)!;
    expect([cost.refill.minor, cost.savedMinor, payback.months, whatIf(poor, cost, AS_IT_WAS)]).toEqual([
      null,
      null,
      null,
      null,
    ]);
    expect(parts.some((month) => month.refillMinor === null)).toBe(true);
    expect(causes.some((cause) => cause.minor === null)).toBe(true);
  });

  test('when the kit is paid back does not hang on the period that one looks at', () => {
    const whole = periodCost(year(), 'printer', ALWAYS, AT)!.payback;
    const late = periodCost(year(), 'printer', '2026-12-01T00:00:00.000Z', AT)!.payback;
    // The same sums in another order.
    for (const figure of [
      'months',
      'lowMonths',
      'highMonths',
      'savedPerMonthMinor',
      'investedMinor',
    ] as const)
      expect([figure, late[figure]]).toEqual([figure, expect.closeTo(whole[figure]!, 9)]);
  });

  test('no such printer has no cost', () => {
    expect(periodCost(book, 'nobody', ALWAYS, end)).toBeUndefined();
  });
});

describe('a kit that two printers share', () => {
  const second: Printer = {
    ...printer,
    id: 'second',
    name: 'Second printer',
    slots: printer.slots.map((slot) => ({ ...slot, id: `second-${slot.id}` })),
  };
  const other = cartridge('other', 'cyan', { printerId: 'second' });
  const at = (month: number): string => new Date(Date.UTC(2026, 2 + month, 10)).toISOString();
  const book = Ledger.from([
    ...script([...room(), define(second), define(other), kit, ...start, ...drawn], FROM),
    ...script(
      [holds('other', 0), fill('other', 30, { bottleId: 'bottle-cyan' }), holds('other', 30)],
      at(3),
    ).map((fact) => ({ ...fact, id: `${fact.id.slice(0, -1)}X` })),
  ]);
  const shareOf = (id: string, to: string): number =>
    printerCost(book, id, to)!.refill.parts.flatMap((part) =>
      part.code === 'purchase' ? [part.share] : [],
    )[0]!;

  test('is split by the ink that each was filled with, and nothing of it is lost', () => {
    expect(shareOf('printer', at(1))).toBeCloseTo(1, 9);
    expect(shareOf('printer', AT)).toBeCloseTo(190 / 220, 1);
    expect(shareOf('printer', AT) + shareOf('second', AT)).toBeCloseTo(1, 9);
  });

  test('the months share it as the whole does, so that they add up', () => {
    const { cost, months } = periodCost(book, 'printer', ALWAYS, AT)!;
    const sum = months.reduce((total, month) => total + month.refillMinor!, 0);
    expect(sum).toBeCloseTo(cost.refill.minor!, 4);
  });
});

describe('an edition', () => {
  const book = year();
  const edition = {
    printerId: 'printer',
    subjectId: 'any',
    widthMm: 297,
    heightMm: 420,
    copies: 25,
    proofs: 2,
    spoils: 1,
    paperMinor: 240,
    allowance: 0.1,
  };
  const quote = quoteEdition(book, edition, AT)!;

  test('is every sheet’s ink and paper, with the allowance, over the copies', () => {
    expect(quote.sheets).toBe(28);
    expect(quote.paperMinor).toBe(28 * 240);
    expect(quote.totalMinor!.value).toBeCloseTo(1.1 * (quote.inkMinor!.value + 28 * 240), 6);
    expect(quote.perCopyMinor!.value).toBeCloseTo(quote.totalMinor!.value / 25, 6);
    // Learnt from one interval: near the 0.6 ml a sheet that were seen, a little towards the prior.
    expect(quote.channels[0]!.ml.value / (28 * 0.6)).toBeCloseTo(0.96, 1);
    for (const channel of quote.channels) expect(channel.haveMl).toBeGreaterThan(channel.ml.value);
  });

  test('copies are one picture: their doubt grows with their number', () => {
    const twice = quoteEdition(book, { ...edition, copies: 53 }, AT)!;
    expect(twice.sheets).toBe(56);
    expect(twice.inkMinor!.u).toBeCloseTo(2 * quote.inkMinor!.u, 6);
  });

  test.each([
    ['withTax', 'in', 20 / 120, /of it are 20 % tax/],
    ['withoutTax', 'onTop', 0.2, /^with 20 % tax/],
  ] as const)(
    'tax, prices standing %s, is %s the total, and kept with the quote',
    (prices, on, share, says) => {
      const settings = define({ ...DEFAULT_SETTINGS, prices, taxPercent: 20 });
      const taxed = quoteEdition(year([settings]), edition, AT)!;
      const total = taxed.totalMinor!.value;
      expect(total).toBeCloseTo(quote.totalMinor!.value, 9);
      expect(taxed.tax).toMatchObject({ percent: 20, on });
      expect(taxed.tax!.minor).toBeCloseTo(share * total, 6);
      expect(promise(taxed, 'Tide', null)).toMatchObject({ tax: taxed.tax });
      expect(taxWords(taxed.tax!, total, (minor) => String(minor))).toMatch(says);
      expect(quoteCsv(taxed, 'Tide', 'GBP')).toContain('tax of 20 %');
      expect(quote.tax).toBeNull();
    },
  );

  test('paper left out is no paper; an unknown price no price; no printer no quote', () => {
    const bare = quoteEdition(book, { ...edition, paperMinor: null, allowance: 0 }, AT)!;
    expect(bare.totalMinor).toEqual(bare.inkMinor);
    expect(quoteEdition(year([], null), edition, AT)!.totalMinor).toBeNull();
    expect(quoteEdition(book, { ...edition, printerId: 'nobody' }, AT)).toBeUndefined();
  });
});

describe('what else a print costs, by hand', () => {
  const buys = (what: PurchaseKind, priceMinor: number, part: object = {}): FactDraft => ({
    kind: 'purchased',
    what,
    name: what,
    priceMinor,
    ...part,
  });
  const costWith = (...more: FactDraft[]) => printerCost(year(more), 'printer', AT)!;
  const bare = costWith();
  /** A year of so many months of 30.44 days, to the 365 days and 6 hours that lie between. */
  const ofAYear = (minor: number, months: number): number => (minor * 11.998) / months;

  test.each<readonly [string, readonly FactDraft[], refill: number, original: number]>([
    ['a chip for each of two fills: 2 × 3.00', [buys('chips', 300), buys('chips', 300)], 600, 0],
    [
      'another kit, over 24 months: half of 72.00',
      [buys('kit', 7200, { lifeMonths: 24 })],
      ofAYear(7200, 24),
      0,
    ],
    ['a second set, bought used: a third of 36.00', [buys('cartridges', 3600)], ofAYear(3600, 36), 0],
    [
      'a kit with ink for 30.00 in its bottles: a third of 90.00 − 30.00',
      [buys('kit', 9000, { inkMinor: 3000 })],
      ofAYear(6000, 36),
      0,
    ],
    ['emptied cartridges sold for 4.50', [buys('emptiesSold', 450)], -450, 0],
    ['working time', [buys('work', 5000)], 5000, 0],
    ['paper, on both sides', [buys('paper', 12_000)], 12_000, 12_000],
    [
      'a head over 60 months, on both sides',
      [buys('wear', 30_000, { lifeMonths: 60 })],
      ofAYear(30_000, 60),
      ofAYear(30_000, 60),
    ],
    ['another printer’s chips', [buys('chips', 900, { printerId: 'elsewhere' })], 0, 0],
  ])('%s', (_, more, refill, original) => {
    const cost = costWith(...more);
    expect(Math.abs(cost.refill.minor! - bare.refill.minor! - refill)).toBeLessThan(4);
    expect(Math.abs(cost.original.minor! - bare.original.minor! - original)).toBeLessThan(4);
    expect(cost.refill.minor! + cost.savedMinor!).toBeCloseTo(cost.original.minor!, 6);
    const was = whatIf(year(more), cost, AS_IT_WAS)!;
    expect([was.refillMinor, was.originalMinor]).toEqual([
      expect.closeTo(cost.refill.minor!, 4),
      expect.closeTo(cost.original.minor!, 4),
    ]);
    const months = periodCost(year(more), 'printer', ALWAYS, AT)!.months;
    expect(months.reduce((sum, month) => sum + month.refillMinor!, 0)).toBeCloseTo(cost.refill.minor!, 4);
    expect(months.reduce((sum, month) => sum + month.originalMinor!, 0)).toBeCloseTo(cost.original.minor!, 4);
  });

  test('an emptied original that brings 2.00: as many as were emptied; free ink is free, not unknown', () => {
    const slots = printer.slots.map((slot) => ({
      ...slot,
      original: { ...slot.original!, emptyMinor: 200 },
    }));
    const sold = costWith(define({ ...printer, slots }));
    // (68 + 48 + 2 × 2.636 × 1.0) ml at 46 usable: 2.636 cartridges.
    expect(bare.original.minor! - sold.original.minor!).toBeCloseTo(2.636 * 200, -1);
    const free = printerCost(year([bottle('cyan', 0)]), 'printer', AT)!;
    expect(free.channels[0]!.drawnMinor).toBe(0);
    const half = printerCost(year([bottle('cyan', 450)]), 'printer', AT)!;
    expect(half.channels[0]!.drawnMinor! / bare.channels[0]!.drawnMinor!).toBeCloseTo(0.5, 9);
    expect(half.channels[1]!.drawnMinor).toBe(bare.channels[1]!.drawnMinor);
  });

  test('each sum opens into lots that add up to it; waste alike by each print costs a small one more', () => {
    const book = year();
    const cost = printerCost(book, 'printer', AT)!;
    for (const channel of cost.channels) {
      const lots = lotCosts(book, cost, channel.slotId);
      expect(lots.reduce((sum, lot) => sum + lot.ml, 0)).toBeCloseTo(channel.drawnMl.value, 6);
      expect(lots.reduce((sum, lot) => sum + lot.minor!, 0)).toBeCloseTo(channel.drawnMinor!, 6);
    }
    const lost = lotCosts(book, cost, null).reduce((sum, lot) => sum + lot.minor!, 0);
    expect(lost).toBeCloseTo(
      cost.channels.reduce((sum, channel) => sum + channel.lostMinor!, 0),
      6,
    );
    const alike = year([
      define({ ...ENTITIES.find((one) => one.entity === 'settings'), wasteBy: 'print' } as never),
    ]);
    const [byArea, byPrint] = [book, alike].map((one) => printCost(one, cost, 'any', 6.237).refill!.value);
    // As sellers say it: 60 ml at 9 and 40 ml at 10 over 100 sheets; originals at 47.50 for 54 nominal ml.
    const said = sellersFigure(book, cost, 12.474);
    expect(said.refill! / 9.4).toBeCloseTo(1, 1);
    expect(said.original! / ((100 * 4750) / 54 / 100)).toBeCloseTo(1, 1);
    // Half of a mean print's area: half of the waste by area, all of it by print.
    const waste = (cost.refill.minor! - cost.channels.reduce((sum, c) => sum + c.printedMinor!, 0)) / 100;
    expect(byPrint! - byArea!).toBeCloseTo(waste / 2, 4);
  });

  test('the jobs of the log cost together what was spent, and would have cost what originals would', () => {
    const book = year();
    const cost = printerCost(book, 'printer', AT)!;
    const prints = book.facts.filter((fact) => fact.kind === 'printed');
    const each = [...costOfPrints(book, [cost], prints).values()];
    const sum = (of: (one: (typeof each)[number]) => number): number =>
      each.reduce((total, one) => total + of(one), 0);
    expect(each).toHaveLength(prints.length);
    expect(sum(({ ml }) => ml)).toBeCloseTo(
      cost.channels.reduce((ml, channel) => ml + channel.printedMl, 0),
      6,
    );
    expect(sum(({ refillMinor }) => refillMinor!)).toBeCloseTo(cost.refill.minor!, 4);
    expect(sum(({ originalMinor }) => originalMinor!) / cost.original.minor!).toBeCloseTo(1, 6);
    // Twice the copies of half the area are the same ink; another printer's jobs are not this one's.
    const [one] = prints;
    const half = { ...one!, id: 'half', copies: 2 * one!.copies, widthMm: one!.widthMm / 2 };
    const away = { ...one!, id: 'away', printerId: 'elsewhere' };
    const found = costOfPrints(book, [cost], [one!, half, away]);
    expect(found.get('half')!.ml).toBeCloseTo(found.get(one!.id)!.ml, 9);
    expect(found.get('half')!.mlU).toBeCloseTo(found.get(one!.id)!.mlU, 9);
    expect(found.has('away')).toBe(false);
    // A picture that was measured as empty takes no ink, whatever its kind took.
    const white = { ...one!, id: 'white', demand: SLOTS.map((slotId) => ({ slotId, mlPerDm2: 0 })) };
    expect(costOfPrints(book, [cost], [white]).get('white')!.ml).toBeLessThan(found.get(one!.id)!.ml);
  });

  test('prints whose picture was measured are prints like others: counted by their area, apart from the kinds, in their period alone', () => {
    const at = (day: number) => `2026-03-${day}T12:00:00.000Z`;
    const measured = { ...print(3), demand: SLOTS.map((slotId) => ({ slotId, mlPerDm2: 0.01 })) };
    const log = [print(2), { ...measured, at: at(10) }, { ...measured, at: at(20) }] as FactDraft[];
    const ledger = Ledger.from(script([...setUp, install, ...log]));
    const dm2 = (sheets: number) => expect.closeTo(sheets * 2.97 * 4.2, 9) as unknown;
    expect(printedIn(ledger, 'printer', ALWAYS, at(15))).toEqual([
      { subjectId: 'any', dm2: dm2(2), copies: 2, jobs: 1, firstAt: expect.any(String) as unknown },
      { subjectId: null, dm2: dm2(3), copies: 3, jobs: 1, firstAt: at(10) },
    ]);
    // The start belongs to a period, its end does not.
    expect(printedIn(ledger, 'printer', at(10), at(20)).map(({ copies }) => copies)).toEqual([3]);
    expect(printedIn(ledger, 'nobody', ALWAYS, at(20))).toEqual([]);
  });

  test('what was bought at a price that nobody knows is named, and nothing else', () => {
    const bought = (name: string, priceMinor: number | null): FactDraft => ({
      kind: 'purchased',
      what: 'chips',
      name,
      priceMinor,
    });
    const open = (...more: FactDraft[]) => printerCost(year(more), 'printer', AT)!.openPrices;
    expect(open(bought('Chips', 900))).toEqual([]);
    expect(open(bought('Chips', 900), bought('Old chips', null))).toEqual(['Old chips']);
  });

  test('what nobody entered is named as left out', () => {
    expect(leftOut(year(), 'printer')).toEqual([
      'chips',
      'consumables',
      'work',
      'wear',
      'paper',
      'electricity',
      'disposal',
    ]);
    expect(leftOut(year([buys('paper', 1), buys('work', 1)]), 'printer')).not.toContain('paper');
  });

  test('a quote stays as it was said; what its prints took stands beside it, and goes when they are taken back', () => {
    const input = {
      printerId: 'printer',
      subjectId: 'any',
      widthMm: 297,
      heightMm: 420,
      copies: 10,
      proofs: 0,
      spoils: 0,
      paperMinor: null,
      allowance: 0,
    };
    const said = quoteEdition(year(), input, AT)!;
    const kept = { ...promise(said, 'Tide', null), at: '2026-12-01T00:00:00.000Z' } as FactDraft;
    const printed = { ...print(10), edition: 'Tide', at: '2026-12-02T00:00:00.000Z' } as FactDraft;
    const ledger = year([kept, printed, buys('chips', 99_000)]);
    const quote = ledger.facts.find((fact) => fact.kind === 'editionPriced')!;
    expect(quote.totalMinor).toEqual(said.totalMinor);
    const took = quoteOutcome(ledger, quote, AT)!;
    expect(took.sheets).toBe(10);
    expect(took.ml.value).toBeCloseTo(
      said.channels.reduce((sum, { ml }) => sum + ml.value, 0),
      6,
    );
    expect(took.inkMinor!).toBeGreaterThan(said.inkMinor!.value);
    expect(quoteOutcome(year([kept]), quote, AT)).toBeNull();
    const rows = quoteCsv(said, 'Tide', 'GBP').split(/\r?\n/);
    expect(rows).toContain(
      `in all,${(said.totalMinor!.value / 100).toFixed(2).replace(/\.?0+$/, '')},${Number((said.totalMinor!.u / 100).toFixed(2))},GBP`,
    );
  });
});

describe('an edition of a picture that was measured', () => {
  const book = year();
  const cost = printerCost(book, 'printer', AT)!;
  const asks = (cyan: number, magenta: number) =>
    new Map([
      ['cyan', cyan],
      ['magenta', magenta],
    ]);
  // As much as this year's prints took of each: 60 and 40 ml over 100 × 12.474 dm².
  const usual = asks(60 / 1247.4, 40 / 1247.4);
  const edition = (demand?: ReadonlyMap<string, number>) =>
    quoteEdition(
      book,
      {
        ...{ printerId: 'printer', subjectId: 'any', widthMm: 297, heightMm: 420, copies: 20, proofs: 0 },
        ...{ spoils: 0, paperMinor: null, allowance: 0, demand },
      },
      AT,
    )!;

  test('one that asks for what the others took costs about what they cost, and is known no worse', () => {
    const kind = edition();
    const own = edition(usual);
    own.channels.forEach(({ ml }, i) => {
      expect(ml.value / kind.channels[i]!.ml.value).toBeCloseTo(1, 1);
      expect(ml.u).toBeLessThanOrEqual(kind.channels[i]!.ml.u);
    });
    expect(own.inkMinor!.value / kind.inkMinor!.value).toBeCloseTo(1, 1);
  });

  test('a darker one costs more on both sides, a white one still its share of all that never reaches paper', () => {
    const [white, mid, dark] = [asks(0, 0), usual, asks(0.15, 0.1)].map((demand) =>
      printCost(book, cost, 'any', 12.474, { demand }),
    );
    expect(dark!.refill!.value).toBeGreaterThan(mid!.refill!.value);
    expect(dark!.original!.value).toBeGreaterThan(mid!.original!.value);
    const waste = (cost.refill.minor! - addUpPrinted()) / 100;
    expect(white!.refill!.value).toBeGreaterThanOrEqual(waste - 1e-6);
    expect(white!.refill!.value).toBeLessThan(mid!.refill!.value);
    // The picture's own doubt is in it: no scatter of its kind comes on top.
    expect(mid!.single).toBeCloseTo(mid!.refill!.u, 9);
    expect(printCost(book, cost, 'any', 12.474).single!).toBeGreaterThan(mid!.single!);
  });

  const addUpPrinted = (): number => cost.channels.reduce((sum, channel) => sum + channel.printedMinor!, 0);
});

describe('before the first fill', () => {
  const input: FirstFillInput = {
    channels: 9,
    originalMinor: 4750,
    usableMl: 46,
    bottleMinor: 2250,
    bottleMl: 250,
    kitMinor: 18_000,
    kitLifeMonths: 36,
    printsPerMonth: 60,
    dm2PerPrint: 12.474,
    mlPerDm2: { value: 0.012, u: 0.006 },
    primeMl: 1,
  };

  test.each([
    [60, 'yes'],
    [1, 'no'],
    [0, 'no'],
  ])('%d prints a month: %s', (printsPerMonth, answer) => {
    expect(beforeFirstFill({ ...input, printsPerMonth }).answer).toBe(answer);
  });

  test('low, middle and high stand in order, the more one prints the sooner it is paid back', () => {
    fc.assert(
      fc.property(between(1, 500), (printsPerMonth) => {
        const one = beforeFirstFill({ ...input, printsPerMonth });
        for (const range of [one.refillMinor, one.originalMinor, one.savedMinor, one.perPrintRefillMinor])
          expect(range.low <= range.value && range.value <= range.high).toBe(true);
        const more = beforeFirstFill({ ...input, printsPerMonth: 1.5 * printsPerMonth });
        expect(more.paybackMonths.value!).toBeLessThan(one.paybackMonths.value!);
        expect(more.savedMinor.value).toBeGreaterThan(one.savedMinor.value);
      }),
    );
  });

  test('at the number that breaks even nothing is saved and nothing lost', () => {
    const { breakEvenPrints } = beforeFirstFill(input);
    const even = beforeFirstFill({ ...input, printsPerMonth: breakEvenPrints! });
    expect(Math.abs(even.savedMinor.value)).toBeLessThan(1);
  });

  test('ink dearer than originals never pays; a volume of nothing is refused', () => {
    const dear = beforeFirstFill({ ...input, bottleMinor: 300_000 });
    expect([dear.paybackMonths.value, dear.breakEvenPrints, dear.answer]).toEqual([null, null, 'no']);
    expect(() => beforeFirstFill({ ...input, usableMl: 0 })).toThrow(RangeError);
  });
});

test('spoilt sheets, strips and targets take ink, and the good prints bear it', () => {
  const as = (kind: 'spoilt' | 'strip' | 'target', copies: number): FactDraft =>
    ({ ...print(copies), as: kind }) as FactDraft;
  const room = (...more: FactDraft[]): Ledger =>
    Ledger.from(
      script([
        ...setUp,
        ...['cyan', 'magenta', 'yellow'].flatMap((id) => [weigh(id, 60), fill(id, 20), weigh(id, 80)]),
        { kind: 'installed', printerId: 'printer', into: [{ slotId: 'cyan', cartridgeId: 'cyan' }] },
        print(10),
        ...more,
      ]),
    );
  const at = '2026-03-02T00:00:00.000Z';
  const [plain, spoilt] = [room(), room(as('spoilt', 5), as('strip', 3), as('target', 2))].map((ledger) =>
    periodCost(ledger, 'printer', ALWAYS, at)!,
  );
  expect(plain!.cost.copies).toBe(10);
  expect(spoilt!.cost.copies).toBe(10);
  expect(spoilt!.cost.areaDm2).toBeCloseTo(2 * plain!.cost.areaDm2, 6);
  expect(spoilt!.cost.refill.minor!).toBeGreaterThan(plain!.cost.refill.minor!);
  // Nothing but bad sheets: no price a print, and no division by none.
  const none = Ledger.from(
    script([
      ...setUp,
      weigh('cyan', 80),
      { kind: 'installed', printerId: 'printer', into: [{ slotId: 'cyan', cartridgeId: 'cyan' }] },
      as('spoilt', 4),
    ]),
  );
  const cost = periodCost(none, 'printer', ALWAYS, at)!.cost;
  expect(cost.copies).toBe(0);
  expect(meanPrint(cost, 'refill')).toBeNull();
});

test('accounts written ahead are those that the cost then asks for, and change nothing in it', async () => {
  const facts = script([
    ...setUp,
    ...['cyan', 'magenta', 'yellow'].flatMap((id) => [weigh(id, 60), fill(id, 20), weigh(id, 80)]),
    install,
    ...Array.from({ length: 12 }, (_, i) => print(3 + i)),
    weigh('cyan', 76),
    { kind: 'purchased', what: 'kit', name: 'Kit', priceMinor: 9000 },
  ]);
  const at = '2026-07-02T12:59:59.999Z';
  const fresh = periodCost(Ledger.from(facts).snapshot(), 'printer', ALWAYS, at);
  const ahead = Ledger.from(facts).snapshot();
  let pauses = 0;
  await accountSlowly(ahead, at, () => {
    pauses += 1;
    return Promise.resolve();
  });
  // Once for each cartridge, the months answer for the whole; and once for each month.
  expect(pauses).toBe(3 + fresh!.months.length);
  const written = inkAccount(ahead, 'printer', ALWAYS, at);
  const cost = periodCost(ahead, 'printer', ALWAYS, at)!;
  expect(cost.cost.account).toBe(written);
  expect(cost).toEqual(fresh);
  // A period read out of the long account is the one written for itself.
  const [from, to] = ['2026-06-01T00:00:00.000Z', at];
  const own = inkAccount(Ledger.from(facts).snapshot(), 'printer', from, to)!;
  inkAccount(ahead, 'printer', ALWAYS, to)!.channels.forEach((channel, i) => {
    const part = inkAccount(ahead, 'printer', from, to)!.channels[i]!;
    expect(part.openingMl).toBeCloseTo(own.channels[i]!.openingMl, 9);
    expect(part.drawnMl).toBeCloseTo(own.channels[i]!.drawnMl, 9);
    expect(part.onHandMl).toBeCloseTo(channel.onHandMl, 9);
    expect(part.onHandMl).toBeCloseTo(part.openingMl + part.filledMl - mlOut(part), 9);
  });
});

const mlOut = ({ entries, returnedMl, spiltBesideMl }: ChannelAccount): number =>
  entries.reduce((sum, { ml }) => sum + ml, 0) + returnedMl - spiltBesideMl;

describe('prints whose ink nobody knows', () => {
  const withBefore = Ledger.from(script([...room(), print(300), kit, ...start, ...drawn], FROM));
  const cost = printerCost(withBefore, 'printer', AT)!;

  test('before any cartridge was known they take nothing off the cost of the others, and are counted apart', () => {
    const without = printerCost(year(), 'printer', AT)!;
    for (const side of ['refill', 'original'] as const) {
      expect(meanPrint(cost, side)!.value).toBeCloseTo(meanPrint(without, side)!.value, 2);
      expect(perDm2(cost, side)!.value).toBeCloseTo(perDm2(without, side)!.value, 2);
    }
    expect(cost.copies).toBe(100);
    expect(cost.uncounted.copies).toBe(300);
    expect(cost.uncounted.dm2).toBeCloseTo(3 * cost.areaDm2, 6);
    expect(cost.uncounted.lastAt).toBe(withBefore.facts.find(({ kind }) => kind === 'printed')!.at);
    expect(without.uncounted).toEqual({ copies: 0, dm2: 0, lastAt: null });
    const { months, prints } = periodCost(withBefore, 'printer', ALWAYS, AT)!;
    expect(months[0]).toMatchObject({ copies: 100, uncountedCopies: 300 });
    expect(prints.reduce((sum, { copies }) => sum + copies, 0)).toBe(100);
  });

  test('nor has one of them a cost in the log: those that have one are together the cost', () => {
    const prints = withBefore.facts.filter((fact) => fact.kind === 'printed');
    const each = costOfPrints(withBefore, [cost], prints);
    expect(each.get(prints[0]!.id)).toMatchObject({ refillMinor: null, originalMinor: null });
    expect(each.get(prints[0]!.id)!.ml).toBeGreaterThan(0);
    const known = prints.slice(1).map(({ id }) => each.get(id)!.refillMinor!);
    expect(known.reduce((sum, minor) => sum + minor, 0)).toBeCloseTo(cost.refill.minor!, 4);
  });

  test('what is saved a month is reckoned from the first print that counts', () => {
    const facts = script([...room(), ...start, ...drawn], FROM);
    const longAgo = script([print(300)], '2021-03-01T09:00:00.000Z');
    const [alone, after] = [facts, [...longAgo, ...facts]].map((some) => {
      const book = Ledger.from(some);
      return paybackOf(book, printerCost(book, 'printer', AT)!).savedPerMonthMinor!;
    });
    expect(after! / alone!).toBeCloseTo(1, 3);
  });

  test('a period before it knows no cost, and one without prints costs nothing', () => {
    const [first] = withBefore.facts.filter(({ kind }) => kind === 'installed');
    const before = printerCost(withBefore, 'printer', first!.at)!;
    expect([before.copies, before.uncounted.copies, before.inkKnown]).toEqual([0, 300, false]);
    expect(meanPrint(before, 'refill')).toBeNull();
    const after = printerCost(withBefore, 'printer', '2027-04-01T00:00:00.000Z', AT)!;
    expect([after.copies, after.uncounted.copies, after.inkKnown]).toEqual([0, 0, true]);
  });

  test('a channel whose ink was not known for all of them is named, with how many it lacks', () => {
    const costOf = (facts: readonly FactDraft[]) =>
      printerCost(Ledger.from(script([...room(), kit, ...facts], FROM)), 'printer', AT)!;
    const cyan = (ml: number): FactDraft => holds('cyan', ml);
    const put = (slotId: string, cartridgeId: string): FactDraft => ({
      kind: 'installed',
      printerId: 'printer',
      into: [{ slotId, cartridgeId }],
    });
    const alone = [cyan(0), fill('cyan', 95), cyan(95), putIn, print(60), cyan(40)];
    expect(costOf(alone).unweighed).toEqual([{ slotId: 'magenta', name: 'magenta', copies: 60 }]);
    // What it held before its first weighing follows from what it did since.
    expect(costOf([...alone, holds('magenta', 30)]).unweighed).toEqual([]);
    const second = define(cartridge('second', 'magenta'));
    const known = [holds('second', 60), put('magenta', 'second'), print(5), holds('second', 50), cyan(30)];
    expect(costOf([...alone, second, ...known]).unweighed).toEqual([
      { slotId: 'magenta', name: 'magenta', copies: 60 },
    ]);
    // A set that nobody weighs, for a while: its prints cost nobody knows what, and the others what they cost.
    const others = SLOTS.map((id) => define(cartridge(`other ${id}`, id)));
    const meanwhile: FactDraft[] = [
      ...SLOTS.map((id) => put(id, `other ${id}`)),
      print(500),
      ...SLOTS.map((id) => put(id, id)),
    ];
    const between = costOf([...start, ...drawn, ...others, ...meanwhile, print(1)]);
    expect([between.copies, between.uncounted.copies]).toEqual([101, 500]);
    expect(between.unweighed).toEqual([]);
    const plain = costOf([...start, ...drawn, print(1)]);
    expect(between.printedMl).toBeCloseTo(plain.printedMl, 1);
    // One channel of them: what it takes a dm² is of the area that its ink is known of.
    const [other] = SLOTS;
    const partly = costOf([
      ...start,
      ...drawn,
      others[0]!,
      put(other, `other ${other}`),
      print(500),
      put(other, other),
      ...both(20, 10),
    ]);
    const [channel] = partly.channels;
    expect(partly.unweighed).toEqual([{ slotId: other, name: other, copies: 500 }]);
    expect([partly.copies, channel!.areaDm2 / partly.areaDm2]).toEqual([600, expect.closeTo(1 / 6, 6)]);
  });
});

describe('how sure a year’s cost is, by how the densities are known', () => {
  const measured = (shade: string, u: number, points: number): FactDraft => ({
    kind: 'densityMeasured',
    inkId: `ink-${shade}`,
    density: { value: RHO, u },
    points: Array.from({ length: points }, (_, i) => ({ ml: i + 1, g: RHO * (i + 1) })),
  });
  const refillU = (...more: FactDraft[]) => printerCost(year(more), 'printer', AT)!.refillU;

  test('two inks of four points each rest on four degrees together, not each on its own two', () => {
    // So doubtful that scale and syringe are nothing beside it.
    const few = refillU(measured('cyan', 0.05, 4), measured('magenta', 0.05, 4));
    const each = widenForFew(0.05, 2);
    const stated = refillU(measured('cyan', each, 0), measured('magenta', each, 0));
    expect(stated / few).toBeGreaterThan(1.3);
    // 4.303 of each against 2.776 of both together, where both weigh alike.
    expect(stated / few).toBeLessThan(4.303 / 2.776 + 0.02);
  });

  test('one ink in both channels errs in both alike: in one sum, not in squares', () => {
    const apart = refillU(measured('cyan', 0.05, 0), measured('magenta', 0.05, 0));
    const same = define({ ...bottleOf('magenta'), inkId: 'ink-cyan' });
    const alike = refillU(measured('cyan', 0.05, 0), measured('magenta', 0.05, 0), same);
    expect(alike / apart).toBeGreaterThan(1.2);
    expect(alike / apart).toBeLessThan(Math.SQRT2 + 0.01);
  });
});
