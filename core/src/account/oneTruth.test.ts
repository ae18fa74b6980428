import { describe, expect, test } from '@jest/globals';
import { meanPrint, perDm2, printCost, printerCost } from '../cost';
import { inkNow, Ledger } from '../ledger';
import { canPrint } from '../plan';
import { slotView } from '../advice';
import { reportOf } from '../report';
import { balance } from './balance';
import { cartridge, define, ENTITIES, fill, print, PRINTER, script, setUp, weigh } from '../testing';
import type { Because, FactDraft, Printer } from '../workbook';

/**
 * Cases by hand: minor units; ink at 9 a ml, a dearer lot at 18; a print is 297 × 420 mm at the prior's 0.012 ml/dm² unless
 * weighed. One cartridge, cyan, in a printer of one slot, so that nothing else is drawn.
 */
const RHO = 1.064;
const EMPTY_G = 41.58;
const AT = '2026-03-20T00:00:00.000Z';
const solo: Printer = {
  ...PRINTER,
  slots: PRINTER.slots.slice(0, 1),
  draws: {
    ...PRINTER.draws,
    change: { value: 0, u: 0.0001 },
    idleDay: { value: 0, u: 0.0001 },
  },
};
const dear = define({
  entity: 'bottle',
  id: 'dear',
  inkId: 'ink-cyan',
  lot: 'M9',
  volumeMl: 100,
  priceMinor: 1800,
  emptyG: null,
});
const room: FactDraft[] = [...setUp, define(solo)];
const holds = (ml: number, part: object = {}): FactDraft => ({
  ...weigh('cyan', EMPTY_G + RHO * ml),
  ...part,
});
const putIn: FactDraft = {
  kind: 'installed',
  printerId: 'printer',
  into: [{ slotId: 'cyan', cartridgeId: 'cyan' }],
};
const takeOut: FactDraft = { kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] };
const level = (ml: number, u = 0.06): FactDraft => ({
  kind: 'levelSeen',
  cartridgeId: 'cyan',
  fraction: ml / 47,
  u,
});
const ranDry: FactDraft = { kind: 'fadedOrRanDry', cartridgeId: 'cyan', ranDry: true };
const read = (percent: number): FactDraft => ({
  kind: 'gaugeRead',
  printerId: 'printer',
  slotId: 'cyan',
  fraction: percent / 100,
  by: 'network',
});
const fold = (...drafts: readonly FactDraft[]): Ledger => Ledger.from(script([...room, ...drafts]));
const costOf = (ledger: Ledger, at = AT) => printerCost(ledger, 'printer', at)!;
const refill = (ledger: Ledger): number => costOf(ledger).refill.minor!;
const drawn = (ledger: Ledger): number => costOf(ledger).channels[0]!.drawnMl.value;

describe('every kind of evidence enters by its precision, and no ml is lost', () => {
  test.each<[string, FactDraft]>([
    ['a level seen', level(30)],
    [
      'a float sensor',
      { kind: 'sensorSignalled', cartridgeId: 'cyan', sensor: 'float', ml: { value: 29, u: 3.3 } },
    ],
  ])('%s between two masses leaves the whole use in the cost', (_name, seen) => {
    const ledger = fold(holds(40), putIn, print(70), seen, print(70), holds(20));
    expect(refill(ledger)).toBeCloseTo(180, 0);
    expect(Math.abs(balance(ledger, 'printer', AT)!.gapMl)).toBeLessThan(0.01);
  });

  test('printed until it ran dry: nearly all of it was drawn', () => {
    expect(drawn(fold(holds(40), putIn, print(70), ranDry))).toBeGreaterThan(38);
  });

  test('a level as first evidence makes no ink out of nothing', () => {
    const books = balance(fold(putIn, level(30)), 'printer', AT)!;
    expect(books.gapMl).toBeGreaterThan(-0.01);
    expect(books.gap).toBeNull();
  });

  test('printed, taken out and rinsed: what was printed stays printed', () => {
    const ledger = fold(holds(40), putIn, print(80), takeOut, holds(0.5, { purpose: 'drying' }));
    const books = balance(ledger, 'printer', AT)!;
    expect(books.printedMl).toBeCloseTo(80 * 12.474 * 0.012, 1);
    expect(Math.abs(books.gapMl)).toBeLessThan(0.01);
  });

  test('a set rotated out unweighed keeps its foretold use until its next weighing corrects it', () => {
    const out = [holds(40), putIn, print(80), takeOut] as const;
    expect(drawn(fold(...out))).toBeCloseTo(12, 0);
    expect(drawn(fold(...out, holds(25)))).toBeCloseTo(15, 1);
  });

  test('a coarser scale never widens what is known', () => {
    const ledger = fold(holds(30), putIn, holds(30, { massG: { value: EMPTY_G + 30 * RHO, u: 0.58 } }));
    const fine = inkNow(fold(holds(30), putIn), 'cyan', AT)!;
    expect(inkNow(ledger, 'cyan', AT)!.u).toBeLessThanOrEqual(fine.u + 1e-9);
  });

  test('first fill, put in, nothing logged, and the printer’s figure falls: so does the ink', () => {
    const ledger = fold(holds(47), putIn, read(100), read(60), read(20));
    const ink = inkNow(ledger, 'cyan', AT)!;
    expect(ink.value).toBeLessThan(12);
    expect(ink.contradiction?.code).toBe('gaugeAhead');
    expect(slotView(ledger, 'printer', 'cyan', AT)!.advice.notKnown).not.toBeNull();
  });

  test.each<[Because, 'leakedMl' | 'notLoggedMl']>([
    ['leaked', 'leakedMl'],
    ['notLogged', 'notLoggedMl'],
  ])('an interval explained as “%s” teaches nothing and is named in the account', (because, field) => {
    const ledger = fold(holds(40), putIn, print(10), holds(20, { because }));
    const books = balance(ledger, 'printer', AT)!;
    expect(books[field]).toBeGreaterThan(15);
    expect(books.printedMl).toBeCloseTo(10 * 12.474 * 0.012, 0);
  });
});

describe('ink is priced where it is used, thrown away or lost', () => {
  test.each<[string, FactDraft[], number]>([
    [
      '5 ml drawn to the bin',
      [
        holds(40),
        { kind: 'drawnOut', cartridgeId: 'cyan', chamber: 0, ml: { value: 5, u: 0.1 }, fate: 'bin' },
      ],
      45,
    ],
    [
      '2 ml primed and given back to the bottle',
      [
        holds(40),
        {
          kind: 'primed',
          cartridgeId: 'cyan',
          ml: { value: 2, u: 0.1 },
          fate: 'bottle',
          bottleId: 'bottle-cyan',
        },
      ],
      0,
    ],
    [
      'a flush of 5 ml',
      [
        holds(40),
        {
          kind: 'flushed',
          cartridgeId: 'cyan',
          chamber: 0,
          addedMl: 5,
          drawnMl: 5,
          bottleId: 'bottle-cyan',
        },
      ],
      45,
    ],
    [
      'a prime at 9 a ml, then ink at 18 on top',
      [
        holds(20),
        { kind: 'primed', cartridgeId: 'cyan', ml: { value: 2, u: 0.1 }, fate: 'bin' },
        fill('cyan', 20, { bottleId: 'dear' }),
      ],
      18,
    ],
    [
      '10 ml printed before the dearer lot went in unweighed',
      [holds(30), putIn, print(70), fill('cyan', 20, { bottleId: 'dear' }), holds(40)],
      90,
    ],
  ])('%s', (_name, drafts, minor) => {
    const ledger = Ledger.from(
      script([
        ...setUp,
        define(solo),
        define({ ...cartridge('cyan', 'cyan'), initial: 'empty' }),
        dear,
        // Dry at first, and filled to what is weighed first: all of it at 9.
        fill('cyan', drafts[0]?.kind === 'weighed' ? (drafts[0].massG.value - EMPTY_G) / RHO : 0),
        ...drafts,
      ]),
    );
    expect(refill(ledger)).toBeCloseTo(minor, 0);
  });

  test('leftovers binned are charged to the printer whose cartridge they were left from', () => {
    const second = define({ ...solo, id: 'second', name: 'Second' });
    const own = define({ ...cartridge('own', 'cyan'), printerId: 'second' });
    const ledger = fold(
      second,
      own,
      fill('own', 10, { bottleId: 'bottle-cyan', leftover: { ml: 4, fate: 'bin' } }),
    );
    expect(printerCost(ledger, 'second', AT)!.refill.minor).toBeCloseTo(36, 6);
    expect(refill(ledger)).toBeCloseTo(0, 6);
  });

  test('each kit and cartridge bought counts from its own date over its own life', () => {
    const bought = (name: string, what: 'kit' | 'cartridges', at: string): FactDraft => ({
      kind: 'purchased',
      what,
      name,
      priceMinor: 36_000,
      at,
    });
    const parts = costOf(
      fold(
        bought('old', 'kit', '2025-03-20T00:00:00.000Z'),
        bought('new', 'kit', '2026-02-20T00:00:00.000Z'),
        bought('set B', 'cartridges', '2026-02-20T00:00:00.000Z'),
      ),
    ).refill.parts.filter((part) => part.code === 'purchase');
    expect(parts.map((part) => [part.name, Math.round(part.minor! / 100)])).toEqual([
      ['old', 120],
      ['new', 9],
      ['set B', 9],
    ]);
  });

  test('an unknown price is unknown, never nothing, and nothing is called saved', () => {
    const ledger = Ledger.from(
      script([
        ...ENTITIES.map((entity) =>
          define(entity.entity === 'bottle' ? { ...entity, priceMinor: null } : entity),
        ),
        define(solo),
        holds(40),
        putIn,
        print(50),
        holds(30),
      ]),
    );
    const cost = costOf(ledger);
    expect([cost.refill.minor, cost.savedMinor, meanPrint(cost, 'refill')]).toEqual([null, null, null]);
    expect(cost.unpriced).toEqual(['cyan']);
  });
});

describe('“not known” is an answer, everywhere', () => {
  const job = [{ subjectId: 'any', copies: 1, widthMm: 210, heightMm: 297 }];
  test.each<[string, FactDraft[], string]>([
    ['an empty slot', [holds(40)], 'emptySlot'],
    ['never weighed', [putIn], 'neverWeighed'],
    [
      'its type not there',
      [holds(40), putIn, define(cartridge('cyan', 'cyan', { typeId: 'gone' }))],
      'typeUnknown',
    ],
    [
      'a level that does not fit',
      [holds(40), putIn, { kind: 'levelSeen', cartridgeId: 'cyan', fraction: 0.3, u: 0.02 }],
      'contradiction',
    ],
    ['wet after a rinse', [holds(5, { purpose: 'drying' }), putIn], 'wet'],
    [
      'its plug out',
      [holds(40), putIn, { kind: 'portChanged', cartridgeId: 'cyan', ports: { plug: 'out' } }],
      'portsWrong',
    ],
    [
      'stopped by its printer',
      [holds(40), putIn, { kind: 'chipSignalled', printerId: 'printer', slotId: 'cyan', signal: 'stops' }],
      'stopped',
    ],
  ])('%s', (_name, drafts, why) => {
    const ledger = fold(...drafts);
    const { advice } = slotView(ledger, 'printer', 'cyan', AT)!;
    expect([advice.notKnown, advice.safeSheets]).toEqual([why, advice.safeSheets === 0 ? 0 : null]);
    expect(canPrint(ledger, 'printer', job, AT).answer).toBe('notKnown');
    expect(['goOn', 'byWeight', 'agitate']).not.toContain(advice.code);
  });

  test.each<[string, FactDraft[]]>([
    ['never weighed', [putIn, print(50)]],
    ['its type gone', [holds(40), putIn, print(50), define(cartridge('cyan', 'cyan', { typeId: 'gone' }))]],
  ])('prints whose ink nobody knows cost what nobody knows: %s', (_name, drafts) => {
    const ledger = fold(...drafts);
    const cost = costOf(ledger);
    expect([meanPrint(cost, 'refill'), meanPrint(cost, 'original'), perDm2(cost, 'refill')]).toEqual([
      null,
      null,
      null,
    ]);
    expect(printCost(ledger, cost, 'any', 6)).toMatchObject({ refill: null, original: null });
    expect(reportOf(ledger, AT).printers[0]).toMatchObject({
      savedMinor: null,
      refill: { minor: null, perPrint: null },
    });
  });

  test('after it ran dry no place says good to print', () => {
    const ledger = fold(holds(40), putIn, print(70), ranDry);
    expect(slotView(ledger, 'printer', 'cyan', AT)!.advice.code).toBe('topUpNow');
    expect(canPrint(ledger, 'printer', job, AT).answer).not.toBe('yes');
  });

  test('a reading at or below the one to act at wins over a forecast from prints', () => {
    const ledger = fold(
      define({ ...solo, draws: { ...solo.draws, perDm2: { value: 0.0001, u: 0.0001 } } }),
      holds(47),
      { kind: 'chipReset', cartridgeId: 'cyan', worked: true, confirmed: ['resetWithoutTopUp'] },
      putIn,
      print(300),
      read(10),
    );
    const view = slotView(ledger, 'printer', 'cyan', AT)!;
    expect(view.advice.safeSheets ?? 0).toBe(0);
    expect(canPrint(ledger, 'printer', job, AT).answer).not.toBe('yes');
  });
});
