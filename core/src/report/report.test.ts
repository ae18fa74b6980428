import { describe, expect, test } from '@jest/globals';
import { ANY_SUBJECT, meanSheet, slotView } from '../advice';
import { canPrint, inkLasts } from '../plan';
import { balance } from '../account';
import { perDm2, printCost, printerCost, singleChanges } from '../cost';
import { toCsv } from '../exchange';
import {
  all,
  densityOfInk,
  bottleRemaining,
  factsAbout,
  inkNow,
  Ledger,
  mixesOf,
  priceOfMixes,
  bodyOf,
  composition,
  densityInside,
  foreignFraction,
} from '../ledger';
import { cartridge, define, fill, install, print, PRINTER, script, setUp, weigh } from '../testing';
import type { FactDraft } from '../workbook';
import { gapWords, problemWords } from '../words';
import { report, reportOf } from './report';

const AT = '2026-03-20T00:00:00.000Z';
const life: FactDraft[] = [
  ...setUp,
  ...['cyan', 'magenta', 'yellow'].map((shade) => weigh(shade, 91.58)),
  install,
  print(40),
  ...['cyan', 'magenta', 'yellow'].map((shade) => weigh(shade, 81.58)),
];
const fold = (more: readonly FactDraft[] = [], base = life): Ledger =>
  Ledger.from(script([...base, ...more]));

describe('what it cost, by hand on a small room', () => {
  const ledger = fold();
  const cost = printerCost(ledger, 'printer', AT)!;

  test('drawn ink is the mass that left, at the price of what was inside', () => {
    for (const channel of cost.channels) {
      expect(channel.drawnMl.value).toBeCloseTo(10 / 1.064, 0);
      expect(channel.drawnMl.u / channel.drawnMl.value).toBeGreaterThanOrEqual(0.006 / 1.064);
      expect(channel.refillMinorPerMl).toBeCloseTo(2250 / 250, 6);
      expect(channel.originalMinorPerMl).toBeCloseTo(4750 / 46, 6);
    }
    expect(cost.refill.minor! / (3 * (10 / 1.064) * 9)).toBeCloseTo(1, 1);
    expect(cost.refill.parts.reduce((sum, part) => sum + part.minor!, 0)).toBeCloseTo(cost.refill.minor!, 6);
    expect(cost.savedMinor).toBeCloseTo(cost.original.minor! - cost.refill.minor!, 6);
    expect(cost.areaDm2).toBeCloseTo(40 * 2.97 * 4.2, 6);
  });

  test('kit, chips, consumables and lost ink are in it; a kit is spread over its life', () => {
    const bought = fold([
      { kind: 'purchased', what: 'kit', name: 'Kit', priceMinor: 36_000, at: '2026-02-20T00:00:00.000Z' },
      { kind: 'purchased', what: 'chips', name: 'Chips', priceMinor: 900 },
      { kind: 'purchased', what: 'consumables', name: 'Gloves', priceMinor: 500 },
      fill('cyan', 10, { leftover: { ml: 1, fate: 'bin' } }),
    ]);
    const parts = Object.fromEntries(
      printerCost(bought, 'printer', AT)!.refill.parts.map((part) => [
        part.code === 'purchase' ? part.name : part.code,
        part.minor,
      ]),
    );
    expect(parts).toMatchObject({ Chips: 900, Gloves: 500 });
    expect(parts.Kit).toBeGreaterThan(800);
    expect(parts.Kit).toBeLessThan(1100);
    expect(parts.byHand).toBeCloseTo(9, 6);
  });

  test('without an original’s price there is no comparison, and the slot is named', () => {
    const without = fold([
      define({
        ...PRINTER,
        slots: PRINTER.slots.map((slot, i) => (i === 1 ? { ...slot, original: null } : slot)),
      }),
    ]);
    const partly = printerCost(without, 'printer', AT)!;
    expect([partly.savedMinor, perDm2(partly, 'original'), partly.missing]).toEqual([
      null,
      null,
      ['magenta'],
    ]);
    expect(printerCost(without, 'nobody', AT)).toBeUndefined();
  });

  test('one print of a subject: its ink by area, its share of what never reached paper', () => {
    const a3 = printCost(ledger, cost, 'any', 2.97 * 4.2);
    const a4 = printCost(ledger, cost, 'any', 2.1 * 2.97);
    expect(a3.ml.value / a4.ml.value).toBeCloseTo((297 * 420) / (210 * 297), 6);
    expect(a3.refill!.value).toBeGreaterThan(a4.refill!.value);
    expect(a3.original!.value).toBeGreaterThan(5 * a3.refill!.value);
  });

  test('single changes: none without use; refused where priming alone would empty the bay', () => {
    expect(singleChanges([{ useMl: 0, usableMl: 46, primeMl: 1 }])).toEqual({ changes: 0, primingMl: 0 });
    expect(() => singleChanges([{ useMl: 1, usableMl: 0, primeMl: 1 }])).toThrow(RangeError);
    expect(singleChanges([{ useMl: 1, usableMl: 1, primeMl: 1 }])).toBeNull();
  });
});

describe('does the ink add up?', () => {
  test('within its doubt on a sound log', () => {
    const ledger = fold();
    const books = balance(ledger, 'printer', AT)!;
    expect(books.startMl).toBeCloseTo(3 * (50 / 1.064), 0);
    expect(Math.abs(books.gapMl)).toBeLessThanOrEqual(books.gapU);
    expect(books.gap).toBeNull();
  });

  test.each<[string, FactDraft[], RegExp]>([
    // Out of the printer, so that nothing could have been printed from it.
    [
      'a leak',
      [{ kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] }, weigh('cyan', 60)],
      /leaked while nothing printed/,
    ],
    [
      'a fill that nobody wrote down',
      [
        { kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] },
        weigh('cyan', 90.9),
        weigh('cyan', 90.9),
      ],
      /a fill is missing/,
    ],
  ])('%s is named', (_name, more, words) => {
    const ledger = fold(more);
    const books = balance(ledger, 'printer', AT)!;
    expect(Math.abs(books.gapMl)).toBeGreaterThan(books.gapU);
    expect(gapWords(books.gap!, books.leakedMl)).toMatch(words);
  });

  test('a cartridge that was never weighed has no ink on the books, and none is taken from it', () => {
    const ledger = Ledger.from(
      script([...setUp, weigh('cyan', 91.58), install, print(40), weigh('cyan', 81.58)]),
    );
    const books = balance(ledger, 'printer', AT)!;
    expect(Math.abs(books.gapMl)).toBeLessThanOrEqual(books.gapU);
  });
});

describe('what is inside', () => {
  test('lots mix and keep their fractions while they are used; prices and densities follow', () => {
    const dear = {
      entity: 'bottle',
      id: 'dear',
      inkId: 'ink-cyan',
      lot: 'M9',
      volumeMl: 100,
      priceMinor: 3000,
      emptyG: null,
    } as const;
    const ledger = fold([
      define(dear),
      fill('cyan', 10),
      weigh('cyan', 92),
      print(20),
      fill('cyan', 10, { bottleId: 'dear' }),
    ]);
    const mixes = mixesOf(ledger, 'cyan', AT);
    const body = bodyOf(ledger.context, 'cyan')!;
    const shares = Object.fromEntries(composition(mixes[0]!).map((share) => [share.lot, share.fraction]));
    expect(Object.values(shares).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(shares.dear).toBeGreaterThan(0.15);
    const price = priceOfMixes(ledger.context, PRINTER.slots[0]!, mixes)!;
    // What lay there before the log began counts at the price of the newest bottle of its shade.
    expect(price).toBeGreaterThan(9);
    expect(price).toBeLessThanOrEqual(30);
    expect(densityInside(ledger, body, AT).value).toBeCloseTo(1.064, 6);
    expect(foreignFraction(ledger.context, mixes, body)).toBe(0);
    const wrong = fold([fill('cyan', 5, { bottleId: 'bottle-yellow', confirmed: ['otherShade'] })]);
    expect(foreignFraction(wrong.context, mixesOf(wrong, 'cyan', AT), body)).toBeGreaterThan(0.08);
  });

  test('a bottle by the log, then by its weight; the gap between is what nobody wrote down', () => {
    const full = 250 * 1.064 + 40;
    const bottle = (g: number): FactDraft => ({
      kind: 'weighed',
      what: 'bottle',
      subjectId: 'bottle-cyan',
      massG: { value: g, u: 0.05 },
      purpose: 'bottle',
    });
    const left = (more: FactDraft[]) => {
      const ledger = fold(more);
      return bottleRemaining(ledger, 'bottle-cyan')!;
    };
    expect(left([]).now).toMatchObject({ value: 250, source: 'assumed' });
    expect(left([fill('cyan', 30)]).now.value).toBeCloseTo(220, 6);
    const weighed = left([bottle(full), fill('cyan', 30), bottle(full - 35 * 1.064)]);
    expect(weighed.now.value).toBeCloseTo(215, 0);
    expect(weighed.gapMl).toBeCloseTo(5, 0);
    expect(
      left([bottle(full), fill('cyan', 30), bottle(full - 30 * 1.064), fill('cyan', 10)]).now.value,
    ).toBeCloseTo(210, 0);
  });
});

describe('now and next', () => {
  test('a job: the channel that goes first, and how likely it runs short', () => {
    const ledger = fold();
    const job = (copies: number) =>
      canPrint(ledger, 'printer', [{ subjectId: 'any', copies, widthMm: 297, heightMm: 420 }], AT);
    expect(job(1).probability!).toBeLessThan(0.01);
    expect(job(400).probability!).toBeGreaterThan(0.9);
    expect(job(1).channels).toHaveLength(3);
    expect(
      canPrint(ledger, 'nobody', [{ subjectId: 'any', copies: 1, widthMm: 1, heightMm: 1 }], AT),
    ).toMatchObject({ answer: 'notKnown', channels: [] });
  });

  test('a slot’s next action follows from ink, sheets and time', () => {
    const action = (more: FactDraft[], at = AT): string =>
      slotView(fold(more), 'printer', 'cyan', at)!.advice.code;
    expect(action([], '2026-03-05T00:00:00.000Z')).toBe('goOn');
    expect(action([weigh('cyan', 58)])).toBe('topUpSoon');
    expect(action([weigh('cyan', 45)])).toBe('topUpNow');
    expect(action([], '2026-04-20T00:00:00.000Z')).toBe('weighIn');
    expect(action([], '2026-03-15T00:00:00.000Z')).toBe('agitate');
    expect(action([{ kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] }])).toBe('install');
    expect(slotView(fold(), 'printer', 'nothing', AT)).toBeUndefined();
    expect(meanSheet(fold(), 'printer').areas[0]!.dm2).toBeCloseTo(2.1 * 2.97, 6);
    expect(meanSheet(Ledger.from([]), 'printer').areas[0]!.subjectId).toBe(ANY_SUBJECT);
  });

  test('how fast an ink goes: what stands in a cartridge is not used yet, so a first filling is no pace', () => {
    const rho = densityOfInk(
      fold().context,
      all(fold().context, 'ink').find(({ id }) => id === 'ink-cyan'),
    ).value;
    const filled = [
      ...setUp,
      define({ ...cartridge('cyan', 'cyan'), initial: 'empty' }),
      fill('cyan', 40, { occasion: 'first' }),
    ];
    const [first] = inkLasts(Ledger.from(script(filled)), '2026-05-01T00:00:00.000Z');
    expect([first!.ink.shade, first!.perMonth.toFixed(2), first!.months]).toEqual(['cyan', '0.00', null]);
    // 30 of the 40 ml are gone, and filled up again: 30 ml in two months.
    const used = [...filled, weigh('cyan', 41.58 + 10 * rho), fill('cyan', 30)];
    const [cyan, , yellow] = inkLasts(Ledger.from(script(used)), '2026-05-01T00:00:00.000Z');
    expect([cyan!.ink.shade, cyan!.left.value.toFixed(3)]).toEqual(['cyan', '180.000']);
    expect(cyan!.perMonth).toBeCloseTo(15, 0);
    expect(cyan!.months).toBeCloseTo(180 / cyan!.perMonth, 6);
    expect([yellow!.perMonth, yellow!.months]).toEqual([0, null]);
    expect(inkLasts(Ledger.from([]), AT)).toEqual([]);
  });

  test('the facts about one cartridge: its own, and those of the slot while it stood there', () => {
    const ledger = fold([
      { kind: 'gaugeRead', printerId: 'printer', slotId: 'cyan', fraction: 0.7, by: 'person' },
      { kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] },
      { kind: 'gaugeRead', printerId: 'printer', slotId: 'magenta', fraction: 0.2, by: 'person' },
    ]);
    expect(factsAbout(ledger, 'cyan').map((fact) => fact.kind)).toEqual([
      'removed',
      'gaugeRead',
      'weighed',
      'installed',
      'weighed',
      'defined',
    ]);
  });
});

test('the report is the screens’ numbers in one object, at any date; entries that cannot be are found and named', () => {
  const facts = script([...life, weigh('yellow', 20)]);
  const whole = report(facts, AT);
  const ledger = Ledger.from(facts);
  expect(whole.cartridges.find((c) => c.id === 'cyan')!.inkMl).toBe(inkNow(ledger, 'cyan', AT)!.value);
  expect(whole.problems[0]).toMatchObject({ severity: 'error', problem: { code: 'lighterThanEmpty' } });
  expect(problemWords(whole.problems[0]!)).toMatch(/lighter than yellow empty/);
  expect(report(facts, '2026-03-01T09:14:30.000Z').cartridges.every((c) => c.inkMl === null)).toBe(true);
  expect(reportOf(ledger, AT).printers).toHaveLength(1);
});

test('tables for a spreadsheet: a header, a row for each fact that counts, numbers with a point, formulas defused', () => {
  const ledger = fold([
    { ...print(2), title: '=HYPERLINK("x")' } as FactDraft,
    { ...print(1), title: 'a "quoted", b\nc' } as FactDraft,
    fill('cyan', 3.25),
  ]);
  const prints = toCsv(ledger, 'prints');
  expect(prints.split('\r\n')[0]).toBe(
    '\ufefftime (UTC),printer,title,copies,width (mm),height (mm),subject,paper,edition,note',
  );
  expect(prints).toContain(`'=HYPERLINK`);
  expect(prints).toContain('"a ""quoted"", b\nc"');
  expect(toCsv(ledger, 'fills')).toMatch(/,cyan,"Ink cyan, lot M1",3\.25,0\.15,mass,/);
  expect(toCsv(ledger, 'weighings').trim().split('\r\n')).toHaveLength(7);
  for (const line of prints.split('\r\n')) expect(line).not.toMatch(/(^|,)"?[=+@-][A-Z]/);
});
