import { describe, expect, test } from '@jest/globals';
import { ALWAYS, balanceOf, inkAccount } from '../account';
import { goingIn } from '../bench';
import { periodCost, quoteEdition } from '../cost';
import { counterOf, inkNow, keepHead, Ledger, modelOf, padMl, reviveHead } from '../ledger';
import { imageExposure, listOf } from '../exposure';
import { headAdvice, troubleCauses, TROUBLES, type Trouble } from '../nozzle';
import {
  adviceTitle,
  BY_LOG_WORDS,
  CAUSE_FOUND_WORDS,
  emptyAtWords,
  reasonWords,
  TROUBLE_WORDS,
} from '../words';
import { predictUse } from '../usage';
import { cartridge, define, fill, install, print, PRINTER, script, setUp, weigh } from '../testing';
import {
  USE_PRIOR,
  type Black,
  type ChipStrategy,
  type FactDraft,
  type Printer,
  type Signal,
} from '../workbook';
import { canPrint, rotationOf } from '../plan';
import { emptyAt } from './emptyAt';
import { likelyEmpty } from './likelyEmpty';
import { meanSheet } from './meanSheet';
import { slotView } from './adviceFor';
import { printerAdvice } from './printerAdvice';
const AT = '2026-03-20T00:00:00.000Z';
const read = (percent: number): FactDraft => ({
  kind: 'gaugeRead',
  printerId: 'printer',
  slotId: 'cyan',
  fraction: percent / 100,
  by: 'person',
});
const signal = (s: Signal): FactDraft => ({
  kind: 'chipSignalled',
  printerId: 'printer',
  slotId: 'cyan',
  signal: s,
});
const reset: FactDraft = { kind: 'chipReset', cartridgeId: 'cyan', worked: true };

function advise(
  facts: readonly FactDraft[],
  strategy: ChipStrategy = 'resetter',
  gauge: Partial<Printer['gauge']> = {},
  original = false,
) {
  const ledger = Ledger.from(
    script([
      ...setUp,
      define({ ...PRINTER, gauge: { ...PRINTER.gauge, ...gauge } }),
      define(cartridge('cyan', 'cyan', { chip: { strategy, volumeMl: 54, original } })),
      ...facts,
    ]),
  );
  return { ledger, advice: slotView(ledger, 'printer', 'cyan', AT)!.advice };
}

const full = [weigh('cyan', 91.6), reset, install];

test.each<[string, Parameters<typeof advise>, string, RegExp]>([
  ['nothing in the slot', [[]], 'install', /Put a cartridge in/],
  ['never weighed', [[install]], 'weigh', /Weigh it once/],
  ['plenty inside, and stood for weeks', [[...full]], 'agitate', /sheets are safe/],
  [
    'plenty inside',
    [[...full, { kind: 'agitated', cartridgeIds: ['cyan'], at: '2026-03-18T00:00:00.000Z' }]],
    'goOn',
    /sheets are safe/,
  ],
  [
    'really empty while the gauge shows a third',
    [[...full, weigh('cyan', 44), read(34)]],
    'topUpNow',
    /Top up before you print/,
  ],
  [
    'the printer counted nearly all of it',
    [[...full, print(300), read(18)]],
    'topUpNow',
    /Top up before you print/,
  ],
  [
    'stopped, and not topped up',
    [[...full, print(200), weigh('cyan', 70), signal('stops')]],
    'topUpThenReset',
    /Top it up first, then reset its chip/,
  ],
  [
    'stopped, and topped up',
    [[...full, print(200), weigh('cyan', 70), signal('stops'), fill('cyan', 20)]],
    'resetNow',
    /Reset its chip/,
  ],
  ['not recognised once', [[...full, signal('notRecognised')]], 'cleanContacts', /Clean the contacts/],
  [
    'not recognised twice',
    [[...full, signal('notRecognised'), signal('notRecognised')]],
    'newChip',
    /needs a new chip/,
  ],
  [
    'self-resetting, says empty while ink is there',
    [[...full, print(200), weigh('cyan', 70), signal('stops')], 'selfResetting'],
    'topUpThenReset',
    /then out and in again/,
  ],
  [
    'self-resetting, topped up',
    [[...full, print(200), weigh('cyan', 70), signal('stops'), fill('cyan', 20)], 'selfResetting'],
    'reseatNow',
    /out and put it in again/,
  ],
  [
    'single-use chip at its end',
    [[...full, print(200), weigh('cyan', 70), signal('stops')], 'newEachTime'],
    'replaceChip',
    /Fill it and put a new chip on/,
  ],
  [
    'the offer stands open',
    [
      [...full, print(300), weigh('cyan', 60), signal('stops')],
      'leftAlone',
      { switchOff: { ...PRINTER.gauge.switchOff } },
      true,
    ],
    'switchOffNow',
    /offered now/,
  ],
  [
    'too late: it had run dry',
    [
      [
        ...full,
        { kind: 'fadedOrRanDry', cartridgeId: 'cyan', ranDry: true },
        weigh('cyan', 80),
        signal('stops'),
      ],
      'leftAlone',
      {},
      true,
    ],
    'tooLate',
    /needs a new chip/,
  ],
  [
    'the gauge is off: by weight',
    [
      [
        ...full,
        print(150),
        weigh('cyan', 80),
        signal('stops'),
        { kind: 'gaugeSwitchedOff', printerId: 'printer', slotId: 'cyan' },
      ],
      'leftAlone',
      {},
      true,
    ],
    'weighIn',
    /Weigh in/,
  ],
])('%s', (_name, given, code, words) => {
  const { advice } = advise(...given);
  expect([advice.code, adviceTitle(advice)]).toEqual([code, expect.stringMatching(words)]);
  expect(advice.why.length).toBeGreaterThan(0);
  for (const reason of advice.why) expect(reasonWords(reason)).toMatch(/^\S.*[.?]$/);
});

// A lamp that stands for all, or nothing at all, is no figure of this channel: none is said to have been read.
test.each([
  ['percent', true],
  ['steps', true],
  ['optical', true],
  ['lampForAll', false],
  ['invisible', false],
] as const)('a printer that shows %s said a figure: %s', (display, said) => {
  const { advice } = advise([...full, signal('stops')], 'resetter', { display });
  expect(advice.why.some(({ code }) => code === 'printerSaid')).toBe(said);
});

test('a channel that nobody counts is weighed oftener, and the advice says that this is why', () => {
  const rhythm = (strategy: ChipStrategy) => {
    const { advice } = advise([...full, print(1)], strategy);
    const days = advice.why.flatMap((why) => ('days' in why ? [[why.code, why.days]] : []));
    return [advice.code, days];
  };
  expect(rhythm('none')).toEqual([
    'weighIn',
    [
      ['notCounted', 10],
      ['weighInDays', 10],
    ],
  ]);
  expect(rhythm('resetter')).toEqual(['agitate', [['pigmentSettles', 12]]]);
});

test('more cleaning fluid than ink inside, of every lot together: it cleans and prints nothing', () => {
  const fluids = ['one', 'two'].flatMap((id) => [
    define({
      entity: 'ink',
      id: `fluid-${id}`,
      name: id,
      shade: 'clear',
      inkClass: 'flushFluid',
      density: null,
    }),
    define({
      entity: 'bottle',
      id: `bottle-${id}`,
      inkId: `fluid-${id}`,
      lot: id,
      volumeMl: 100,
      priceMinor: 500,
      emptyG: null,
    }),
  ]);
  const codeWith = (...ml: readonly number[]) =>
    advise([
      ...fluids,
      weigh('cyan', 41.58 + 10 * 1.064),
      ...ml.map((each, i) => fill('cyan', each, { bottleId: ['bottle-one', 'bottle-two'][i] })),
      install,
    ]).advice.code;
  expect(codeWith(9)).not.toBe('cleaning');
  expect(codeWith(11)).toBe('cleaning');
  // Neither is half of what is inside; both together are.
  expect(codeWith(6, 6)).toBe('cleaning');
});

test('sheets that are safe in all channels: the least of them, and nobody knows as soon as one channel is unknown', () => {
  const sheets = (...facts: FactDraft[]) => {
    const { ledger } = advise([...facts, install]);
    const { safeSheets, slots } = printerAdvice(ledger, 'printer', AT)!;
    return { safeSheets, each: slots.map((view) => view.advice.safeSheets) };
  };
  const known = sheets(weigh('cyan', 85), weigh('magenta', 60), weigh('yellow', 75));
  expect(known.safeSheets).toBe(known.each[1]);
  expect(known.safeSheets).toBeGreaterThan(10);
  expect(sheets(weigh('cyan', 85), weigh('magenta', 60))).toMatchObject({ safeSheets: null });
});

test('“at 19 % this cartridge is empty”: after a fill smaller than the chip’s volume, moved by a top-up without a reset', () => {
  const { ledger, advice } = advise([...full]);
  // 47.0 ml in, 3.5 reserved, 54 counted.
  expect(advice.emptyAt!.reading.value).toBeCloseTo(0.194, 2);
  expect(emptyAtWords(advice.emptyAt!)).toMatch(
    /^At 19\s% on the printer this cartridge is empty: top it up at \d\d\s%\.$/,
  );
  ledger.add(script([fill('cyan', 8)], '2026-03-19T00:00:00.000Z'));
  expect(emptyAt(ledger, 'cyan', AT)!.reading.value).toBeCloseTo(0.194 - 8 / 54, 2);
  ledger.add(script([fill('cyan', 12)], '2026-03-19T06:00:00.000Z'));
  expect(emptyAt(ledger, 'cyan', AT)!.leftAtZeroMl).toBeGreaterThan(5);
  expect(emptyAtWords(emptyAt(ledger, 'cyan', AT)!)).toMatch(
    /^At 0\s% on the printer about \d+\.\d ml above the reserve are still inside/,
  );
});

test('no comparison where there is nothing to compare: gauge off, invisible, no chip', () => {
  expect(advise([...full], 'resetter', { display: 'invisible' }).advice.emptyAt).toBeNull();
  expect(advise([weigh('cyan', 91), install]).advice.emptyAt).toBeNull();
  const off = advise([
    ...full,
    signal('stops'),
    { kind: 'gaugeSwitchedOff', printerId: 'printer', slotId: 'cyan' },
  ]);
  expect(off.advice.emptyAt).toBeNull();
});

test('weigh-ins with readings teach the bias: the next empty reading moves by it', () => {
  const life: FactDraft[] = [...full];
  // 10 ml by mass for every 11 ml counted.
  for (let i = 1; i <= 3; i++)
    life.push(print(20), read(Math.round(100 - (i * 11 * 100) / 54)), weigh('cyan', 91.6 - i * 10 * 1.064));
  const { ledger, advice } = advise(life);
  const counter = counterOf(ledger, 'printer', 'cyan');
  expect(counter.seen).toBe(3);
  expect(counter.k).toBeLessThan(0.97);
  expect(advice.emptyAt!.reading.value).toBeLessThan(0.19);
});

test('a chip’s history goes with it to another cartridge', () => {
  const { ledger } = advise([
    ...full,
    signal('low'),
    { kind: 'chipReplaced', cartridgeId: 'magenta', volumeMl: 54, original: false, chipId: 'cyan/0' },
  ]);
  expect(listOf(ledger.state.chips.get('cyan/0')!).map((line) => `${line.cartridgeId} ${line.what}`)).toEqual(
    ['cyan reset', 'cyan low', 'magenta replaced'],
  );
});

test.each<[Trouble, string, FactDraft[], string]>([
  [
    'gaugeFineOutputFails',
    'weighed nearly empty',
    [weigh('cyan', 44)],
    'reallyEmpty yes, ventBlocked unknown',
  ],
  ['gaugeFineOutputFails', 'weighed full', [], 'ventBlocked unknown, reallyEmpty no'],
  [
    'fadesAfterSheets',
    'vent shut',
    [{ kind: 'portChanged', cartridgeId: 'cyan', ports: { vent: 'shut' } }],
    'ventShut yes, ventBlocked unknown, emptyWell no, reallyEmpty no',
  ],
  [
    'blankAfterRefill',
    'not primed',
    [{ kind: 'portChanged', cartridgeId: 'cyan', ports: { primed: false, vent: 'open' } }],
    'notPrimed yes, ventShut no, reallyEmpty no',
  ],
  ['drips', 'over its maximum', [weigh('cyan', 93.5)], 'tooFull yes, plugProud unknown'],
  ['oneMissing', 'it holds plenty', [], 'clogged yes, ventShut unknown, reallyEmpty no'],
  [
    'coloursDrift',
    'two inks in it',
    [weigh('cyan', 60), fill('cyan', 20, { bottleId: 'bottle-magenta' })],
    'mixedInks yes, unshaken yes, newLot no',
  ],
  [
    'noUptake',
    'rinsed, and put in wet',
    [
      { kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] },
      { kind: 'flushed', cartridgeId: 'cyan', chamber: 0, addedMl: 40, drawnMl: 38 },
      { kind: 'installed', printerId: 'printer', into: [{ slotId: 'cyan', cartridgeId: 'cyan' }] },
    ],
    'wet yes, driedInk unknown',
  ],
  ['noUptake', 'never rinsed', [], 'driedInk unknown, wet no'],
  ['notSeen', 'a resetter’s chip', [], 'dirtyContacts unknown, chipProud unknown, chipSaysEmpty no'],
])('%s: %s', (seen, _name, facts, found) => {
  const { ledger } = advise([...full, ...facts]);
  const causes = troubleCauses(ledger, 'cyan', seen, AT);
  expect(causes.map(({ cause, byLog }) => `${cause} ${byLog}`).join(', ')).toBe(found);
});

test.each<[string, FactDraft[], string, string]>([
  [
    'a shut vent',
    [{ kind: 'portChanged', cartridgeId: 'cyan', ports: { vent: 'shut' } }],
    'ventShut',
    'ports',
  ],
  ['a taped vent', [{ kind: 'portChanged', cartridgeId: 'cyan', ports: { tape: 'on' } }], 'taped', 'ports'],
  ['ink that may be at its reserve', [weigh('cyan', 45.4)], 'nothingInside', 'topUp'],
])('%s is the same to the Rack, the door, the checks and a job', (_name, facts, door, act) => {
  const gone: FactDraft = {
    kind: 'nozzleChecked',
    printerId: 'printer',
    gaps: [{ slotId: 'cyan', nozzles: 99 }],
  };
  const lines = define({ ...PRINTER, headLines: 100 });
  const { ledger, advice } = advise([...full, ...facts, gone, lines]);
  expect(goingIn(ledger, 'cyan', AT).map(({ code }) => code)).toEqual([door]);
  expect([advice.code, advice.urgency]).toEqual([act === 'ports' ? 'closePorts' : 'topUpNow', 'now']);
  expect(advice.why.map(reasonWords).join(' ')).toMatch(act === 'ports' ? /vent is/ : /reserve/);
  expect(headAdvice(ledger, 'printer', '2026-03-02T00:00:00.000Z')!.act).toBe(act);
  const job = { subjectId: 'any', copies: 1, widthMm: 100, heightMm: 100 };
  expect(['no', 'notKnown']).toContain(canPrint(ledger, 'printer', [job], AT).answer);
  const cause = troubleCauses(ledger, 'cyan', 'fadesAfterSheets', AT)[0]!;
  expect([cause.cause, cause.byLog]).toEqual([act === 'ports' ? 'ventShut' : 'reallyEmpty', 'yes']);
});

test('every trouble has its causes in words, with and without a cartridge to ask the log about', () => {
  const { ledger } = advise(full);
  for (const seen of TROUBLES) {
    expect(TROUBLE_WORDS[seen]).toMatch(/\S/);
    for (const { cause, byLog } of troubleCauses(ledger, null, seen, AT)) {
      expect(byLog).toBe('unknown');
      expect([CAUSE_FOUND_WORDS[cause].what, BY_LOG_WORDS[byLog]]).toEqual([
        expect.stringMatching(/\S/),
        expect.stringMatching(/\S/),
      ]);
      expect(CAUSE_FOUND_WORDS[cause].then).toMatch(/\.$/);
    }
  }
  // Whatever is said to be seen leads to causes of its own: no two answers come to the same.
  const lists = TROUBLES.map((seen) =>
    troubleCauses(ledger, 'cyan', seen, AT)
      .map(({ cause }) => cause)
      .join(),
  );
  expect(new Set(lists).size).toBe(TROUBLES.length);
});

test('a long job: cleanings that the printer makes in its middle are in the figures, and the head is asked first', () => {
  const job = (everySheets: number | null, copies: number) => {
    const ledger = Ledger.from(
      script([
        ...setUp,
        define({ ...PRINTER, cleansEverySheets: everySheets }),
        ...['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 88)),
        install,
        { kind: 'nozzleChecked', printerId: 'printer', gaps: [{ slotId: 'cyan', nozzles: 3 }] },
      ]),
    );
    return canPrint(
      ledger,
      'printer',
      [{ subjectId: 'any', copies, widthMm: 297, heightMm: 420 }],
      '2026-03-02T00:00:00.000Z',
    );
  };
  const [plain, cleaned] = [job(null, 130), job(60, 130)];
  expect([plain.cleanings, cleaned.cleanings, job(60, 59).cleanings]).toEqual([0, 2, 0]);
  expect(cleaned.channels[0]!.use.value - plain.channels[0]!.use.value).toBeCloseTo(2 * 0.4, 6);
  expect(plain.head).toMatchObject({ act: 'group', slotIds: ['cyan'] });
});

test('a long job that was logged took what was foretold of it, with the cleanings in its middle', () => {
  const log = (everySheets: number | null, ...more: FactDraft[]) =>
    Ledger.from(
      script([
        ...setUp,
        define({ ...PRINTER, cleansEverySheets: everySheets }),
        ...['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 88)),
        install,
        ...more,
      ]),
    );
  const day = '2026-03-02T00:00:00.000Z';
  for (const everySheets of [null, 60]) {
    const before = log(everySheets);
    const job = { subjectId: 'any', copies: 130, widthMm: 297, heightMm: 420 };
    const foretold = canPrint(before, 'printer', [job], day).channels[0]!.use.value;
    const fell =
      inkNow(before, 'cyan', day)!.value - inkNow(log(everySheets, print(130)), 'cyan', day)!.value;
    expect(fell).toBeCloseTo(foretold, 6);
  }
});

test('one of them is empty: the likeliest by the log first, shares that add up, the unknown last', () => {
  const ledger = Ledger.from(script([...setUp, weigh('cyan', 46.5), weigh('magenta', 80), install]));
  const [first, second, third] = likelyEmpty(ledger, 'printer', '2026-03-02T00:00:00.000Z');
  expect([first!.slotId, second!.slotId, third]).toMatchObject([
    'cyan',
    'magenta',
    { slotId: 'yellow', probability: null },
  ]);
  expect(first!.probability).toBeGreaterThan(0.95);
  expect(first!.probability! + second!.probability!).toBeCloseTo(1, 9);
  // Of two that are both plenty, the lower one.
  const full = Ledger.from(
    script([...setUp, weigh('cyan', 70), weigh('magenta', 80), weigh('yellow', 75), install]),
  );
  expect(likelyEmpty(full, 'printer', '2026-03-02T00:00:00.000Z').map(({ slotId }) => slotId)).toEqual([
    'cyan',
    'yellow',
    'magenta',
  ]);
  expect(likelyEmpty(full, 'x', '2026-03-02T00:00:00.000Z')).toEqual([]);
});

describe('a picture that was measured, and a queue of jobs', () => {
  const room = (...more: readonly FactDraft[]) =>
    Ledger.from(
      script([...setUp, ...['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 70)), install, ...more]),
    );
  const at = '2026-03-02T00:00:00.000Z';
  const a3 = { subjectId: 'any', copies: 20, widthMm: 297, heightMm: 420 };
  const asks = (cyan: number) =>
    new Map([
      ['cyan', cyan],
      ['magenta', 0.012],
      ['yellow', 0.012],
    ]);

  test('its own demand moves its channel’s use, within what its kind takes; knowing more never widens', () => {
    const ledger = room();
    const [kind, little, much] = [undefined, asks(0.001), asks(0.05)].map(
      (demand) => canPrint(ledger, 'printer', [{ ...a3, demand }], at).channels[0]!.use,
    );
    expect(little!.value).toBeLessThan(kind!.value);
    expect(much!.value).toBeGreaterThan(kind!.value);
    for (const use of [little!, much!]) expect(use.u).toBeLessThanOrEqual(kind!.u);
  });

  test('all that waits is in the answer; how many of the last are safe is what the answer says of so many', () => {
    const ledger = room();
    const one = canPrint(ledger, 'printer', [a3], at);
    const two = canPrint(ledger, 'printer', [a3, { ...a3, demand: asks(0.02) }], at);
    two.channels.forEach(({ use }, i) => expect(use.value).toBeGreaterThan(one.channels[i]!.use.value));
    expect(two.safeCopies!).toBeLessThan(one.safeCopies!);
    const risk = (copies: number): number =>
      canPrint(ledger, 'printer', [a3, { ...a3, copies }], at).probability!;
    const safe = canPrint(ledger, 'printer', [a3, a3], at).safeCopies!;
    expect(risk(safe)).toBeLessThanOrEqual(0.05);
    expect(risk(safe + 1)).toBeGreaterThan(0.05);
  });

  test('what to top up first is just enough for 95 %', () => {
    const job = { ...a3, copies: 400 };
    const short = canPrint(room(), 'printer', [job], at).channels[0]!;
    expect(short.topUpMl).toBeGreaterThan(1);
    expect(short.left!.value + short.topUpMl - 1.645 * short.left!.u).toBeCloseTo(3.5, 2);
    expect(canPrint(room(), 'printer', [{ ...a3, copies: 1 }], at).channels[0]!.topUpMl).toBe(0);
  });

  test('a print logged with its demand teaches the picture’s coefficient, and stands in the account as printed', () => {
    const print = (cyan: number): FactDraft => ({
      kind: 'printed',
      printerId: 'printer',
      title: 'Measured',
      ...a3,
      demand: [...asks(cyan)].map(([slotId, mlPerDm2]) => ({ slotId, mlPerDm2 })),
    });
    // 20 A3 at 0.02 ml/dm² ask for 4.99 ml of cyan; 2.5 g less at 1.065 g/ml: 2.35 ml, about half of it.
    const ledger = room(print(0.02), weigh('cyan', 67.5), print(0.02), weigh('cyan', 65));
    const model = modelOf(ledger, 'printer')!;
    const use = predictUse(model, 'cyan', imageExposure(4.99));
    expect(use.value).toBeCloseTo(2.35, 0);
    expect(use.u).toBeLessThan(0.6 * 4.99);
    const printed = inkAccount(ledger, 'printer', ALWAYS, '2026-12-01T00:00:00.000Z')!.channels[0]!.entries;
    expect(printed.find(({ cause }) => cause === 'printed')).toMatchObject({ subjectId: null });
    // It is of its kind in the usual mix, in the sizes, and in what was printed since a profile.
    expect(meanSheet(ledger, 'printer').areas).toMatchObject([{ subjectId: 'any' }]);
    const { cost, prints } = periodCost(ledger, 'printer', ALWAYS, '2026-12-01T00:00:00.000Z')!;
    expect(prints.reduce((sum, kind) => sum + kind.copies, 0)).toBe(cost.copies);
  });
});

describe('two blacks, and papers that take one of them', () => {
  const paper = (id: string, black?: Black): FactDraft =>
    define({ entity: 'paper', id, name: id, brightener: 'unknown', ...(black ? { black } : {}) });
  const shades = ['photo black', 'matte black', 'yellow'];
  const room = (...more: readonly FactDraft[]) =>
    Ledger.from(
      script([
        ...setUp,
        define({ ...PRINTER, slots: PRINTER.slots.map((slot, i) => ({ ...slot, shades: [shades[i]!] })) }),
        ...[paper('baryta', 'photo'), paper('rag', 'matte'), paper('office')],
        ...['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 70)),
        install,
        ...more,
      ]),
    );
  const on = (paperId: string): FactDraft => ({ ...print(40), paperId }) as FactDraft;
  const at = '2026-03-02T00:00:00.000Z';
  /** Left in photo black, matte black and yellow, of what there was before. */
  const drew = (ledger: Ledger): boolean[] => {
    const before = room();
    return ['cyan', 'magenta', 'yellow'].map(
      (id) => inkNow(before, id, at)!.value - inkNow(ledger, id, at)!.value > 0.1,
    );
  };

  test.each<[string, boolean[]]>([
    ['baryta', [true, false, true]],
    ['rag', [false, true, true]],
    // Nobody said which: both are reckoned with.
    ['office', [true, true, true]],
  ])('on %s', (paperId, takes) => {
    const job = { subjectId: 'any', copies: 20, widthMm: 297, heightMm: 420, paperId };
    const asked = canPrint(room(), 'printer', [job], at).channels.map(({ use }) => use.value > 0);
    expect(asked).toEqual(takes);
    expect(drew(room(on(paperId)))).toEqual(takes);
    const quoted = quoteEdition(
      room(on(paperId)),
      { ...job, printerId: 'printer', proofs: 0, spoils: 0, paperMinor: null, allowance: 0 },
      at,
    )!;
    expect(quoted.channels.map(({ ml }) => ml.value > 0)).toEqual(takes);
  });

  test('a paper that is corrected moves what was printed on it; a printer with one black spares none', () => {
    expect(drew(room(on('rag'), paper('rag', 'photo')))).toEqual([true, false, true]);
    const one = define({ ...PRINTER, slots: PRINTER.slots.map((slot) => ({ ...slot, shades: ['black'] })) });
    expect(drew(room(one, on('rag')))).toEqual([true, true, true]);
    expect(drew(room(on('baryta'), on('rag')))).toEqual([true, true, true]);
  });

  describe('on one line', () => {
    const oneLine = define({
      ...PRINTER,
      slots: PRINTER.slots.map((slot, i) => ({ ...slot, shades: [shades[i]!] })),
      blacksShareLine: true,
    });
    const noted: FactDraft = {
      kind: 'shadeSwitched',
      printerId: 'printer',
      slotId: 'magenta',
      shade: 'matte black',
    };
    /** Times that each of the two took the line over, by the account and on the way. */
    const switches = (...facts: readonly FactDraft[]): number[] =>
      ['cyan', 'magenta'].map((slotId) => {
        const account = inkAccount(room(oneLine, ...facts), 'printer', ALWAYS, at)!;
        expect(balanceOf(account).gapMl).toBeCloseTo(0, 6);
        const ml = account.channels
          .find((channel) => channel.slotId === slotId)!
          .entries.reduce((sum, { cause, ml: part }) => sum + (cause === 'switched' ? part : 0), 0);
        return ml / USE_PRIOR.switched.value;
      });

    test.each<[string, readonly FactDraft[], number[]]>([
      ['the first only tells what stands there', [on('rag')], [0, 0]],
      ['each print on the other paper', [on('rag'), on('rag'), on('baryta'), on('rag')], [1, 1]],
      ['a paper that takes either leaves it as it is', [on('rag'), on('office'), on('rag')], [0, 0]],
      ['noted by hand', [on('baryta'), noted], [0, 1]],
      ['noted at the slot that it leaves', [on('baryta'), { ...noted, slotId: 'cyan' }], [0, 1]],
      ['noted, and told by the next print: once', [on('baryta'), noted, on('rag'), noted], [0, 1]],
    ])('%s', (_, facts, times) => {
      switches(...facts).forEach((found, i) => expect(found).toBeCloseTo(times[i]!, 6));
    });

    test('with a line of its own for each nothing is purged', () => {
      const each = define({
        ...PRINTER,
        slots: PRINTER.slots.map((slot, i) => ({ ...slot, shades: [shades[i]!] })),
      });
      expect(switches(each, { ...noted, slotId: 'cyan' })).toEqual([0, 0]);
    });

    test('what waits is reckoned with the switches that it makes, in its order', () => {
      const ledger = room(oneLine, on('rag'));
      const job = (paperId: string) => ({
        subjectId: 'any',
        copies: 1,
        widthMm: 100,
        heightMm: 100,
        paperId,
      });
      const use = (...papers: readonly string[]) =>
        canPrint(ledger, 'printer', papers.map(job), at).channels.map(({ use: { value } }) => value);
      const [together, apart] = [use('rag', 'rag', 'baryta'), use('rag', 'baryta', 'rag')];
      expect(apart[0]).toBeCloseTo(together[0]!, 9);
      expect(apart[1]! - together[1]!).toBeCloseTo(USE_PRIOR.switched.value, 6);
      expect(padMl(room(oneLine, on('rag'), on('baryta')), 'printer')).toBeCloseTo(
        padMl(ledger, 'printer') + USE_PRIOR.switched.value,
        6,
      );
    });
  });

  test('what is kept to be shown at once still knows it', () => {
    const ledger = room(on('rag'), on('baryta'));
    const kept = reviveHead(keepHead(ledger.base(0)))!;
    expect(kept.state.printers.get('printer')).toEqual(ledger.state.printers.get('printer'));
  });
});

test('rotation: each slot’s own against the fullest on the shelf, in parts that the head can stand open for', () => {
  const ledger = Ledger.from(
    script([
      ...setUp,
      define({ ...PRINTER, openMinutes: 3 }),
      ...['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 50)),
      install,
      ...['cyan', 'magenta', 'yellow'].flatMap((shade) => [
        define(cartridge(`${shade}-b`, shade, { set: 'B' })),
        weigh(`${shade}-b`, 85),
      ]),
      define(cartridge('cyan-c', 'cyan', { set: 'C' })),
      weigh('cyan-c', 60),
      { kind: 'portChanged', cartridgeId: 'yellow-b', ports: { plug: 'out' } },
    ]),
  );
  const { pairs, parts } = rotationOf(ledger, 'printer', '2026-03-02T00:00:00.000Z')!;
  expect(pairs.map(({ out, into }) => [out!.body.cartridge.id, into!.body.cartridge.id])).toEqual([
    ['cyan', 'cyan-b'],
    ['magenta', 'magenta-b'],
    ['yellow', 'yellow-b'],
  ]);
  expect(pairs.map(({ problems }) => problems.map(({ code }) => code))).toEqual([[], [], ['plugOut']]);
  // 3 minutes at a minute and a half each.
  expect(parts).toEqual([['cyan', 'magenta'], ['yellow']]);
  expect(rotationOf(ledger, 'nobody', AT)).toBeUndefined();
});
