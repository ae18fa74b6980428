import { expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { cartridge, define, fill, install, print, PRINTER, script, setUp, weigh } from '../testing/bench';
import type { ChipStrategy, FactDraft, Printer, Signal } from '../workbook';
import { emptyAt, gaugeAdvice } from './index';

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
  return { ledger, advice: gaugeAdvice(ledger, 'printer', 'cyan', AT)! };
}

const full = [weigh('cyan', 91.6), reset, install];

test.each<[string, Parameters<typeof advise>, string, RegExp]>([
  ['nothing in the slot', [[]], 'install', /Put a cartridge in/],
  ['never weighed', [[install]], 'weigh', /Weigh it once/],
  ['plenty inside', [[...full]], 'goOn', /sheets are safe/],
  [
    'really empty while the gauge shows a third',
    [[...full, weigh('cyan', 44), read(34)]],
    'topUpNow',
    /Top up before you print/,
  ],
  ['its reading to act at has come', [[...full, print(20), read(18)]], 'topUpSoon', /Top it up/],
  [
    'stopped, and not topped up',
    [[...full, weigh('cyan', 70), signal('stops')]],
    'topUpThenReset',
    /Top it up first, then reset its chip/,
  ],
  [
    'stopped, and topped up',
    [[...full, weigh('cyan', 70), signal('stops'), fill('cyan', 20)]],
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
    [[...full, signal('stops')], 'selfResetting'],
    'topUpThenReset',
    /then out and in again/,
  ],
  [
    'self-resetting, topped up',
    [[...full, weigh('cyan', 70), signal('stops'), fill('cyan', 20)], 'selfResetting'],
    'reseatNow',
    /out and put it in again/,
  ],
  [
    'single-use chip at its end',
    [[...full, signal('stops')], 'newEachTime'],
    'newChip',
    /Fill it and put a new chip on/,
  ],
  [
    'the offer stands open',
    [
      [...full, weigh('cyan', 60), signal('stops')],
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
        weigh('cyan', 80),
        signal('stops'),
        { kind: 'gaugeSwitchedOff', printerId: 'printer', slotId: 'cyan' },
      ],
      'leftAlone',
      {},
      true,
    ],
    'byWeight',
    /Go by weight|Weigh in/,
  ],
])('%s', (_name, given, code, words) => {
  const { advice } = advise(...given);
  expect([advice.code, advice.words]).toEqual([code, expect.stringMatching(words)]);
  expect(advice.why.length + (code === 'weigh' ? 1 : 0)).toBeGreaterThan(0);
  for (const reason of advice.why) expect(reason).toMatch(/^\S.*\.$/);
});

test('“at 19 % this cartridge is empty”: after a fill smaller than the chip’s volume, moved by a top-up without a reset', () => {
  const { ledger, advice } = advise([...full]);
  // 47.0 ml in, 3.5 reserved, 54 counted.
  expect(advice.emptyAt!.reading.value).toBeCloseTo(0.194, 2);
  expect(advice.emptyAt!.sentence).toMatch(
    /^At 19\s% on the printer this cartridge is empty: top it up at \d\d\s%\.$/,
  );
  ledger.add(script([fill('cyan', 8)], '2026-03-19T00:00:00.000Z'));
  expect(emptyAt(ledger, 'cyan')!.reading.value).toBeCloseTo(0.194 - 8 / 54, 2);
  ledger.add(script([fill('cyan', 12)], '2026-03-19T06:00:00.000Z'));
  expect(emptyAt(ledger, 'cyan')!.leftAtZeroMl).toBeGreaterThan(5);
  expect(emptyAt(ledger, 'cyan')!.sentence).toMatch(
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
  const counter = ledger.state.printers.printer!.slots.cyan!.counter;
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
  expect(ledger.state.chips['cyan/0']!.map((line) => `${line.cartridgeId} ${line.what}`)).toEqual([
    'cyan reset',
    'cyan low',
    'magenta replaced',
  ]);
});
