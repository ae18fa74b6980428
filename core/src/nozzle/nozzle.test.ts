import { describe, expect, test } from '@jest/globals';
import { Ledger, padMl, routineDraw } from '../ledger';
import { define, fill, install, print, PRINTER, script, setUp, weigh } from '../testing';
import { gapProblemWords, HEAD_ACT_WORDS, headOptionWords, headReasonWords } from '../words';
import type { FactDraft, Printer } from '../workbook';
import { headAdvice, type HeadAdvice } from './headAdvice';
import { headHealth } from './headHealth';
import { readGaps } from './readGaps';

const AT = '2026-03-02T12:00:00.000Z';
const check = (gaps: Record<string, number | number[]>, part: object = {}): FactDraft => ({
  kind: 'nozzleChecked',
  printerId: 'printer',
  gaps: Object.entries(gaps).map(([slotId, lines]) =>
    Array.isArray(lines) ? { slotId, nozzles: lines.length, lines } : { slotId, nozzles: lines },
  ),
  ...part,
});
const clean = (level: 'light' | 'deep' | 'group' = 'light', slotIds?: string[]): FactDraft => ({
  kind: 'cleaned',
  printerId: 'printer',
  level,
  ...(slotIds ? { slotIds } : {}),
});

/** A printer whose channels hold plenty, then what happened. */
function room(happened: readonly FactDraft[], part: Partial<Printer> = {}): Ledger {
  return Ledger.from(
    script([
      ...setUp,
      define({ ...PRINTER, headLines: 40, headSpares: 2, ...part }),
      ...['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 80)),
      install,
      ...happened,
    ]),
  );
}
const channel = (ledger: Ledger, slotId = 'cyan') =>
  headHealth(ledger, 'printer')!.channels.find((one) => one.slotId === slotId)!;

describe('each channel by its checks', () => {
  test.each<[string, FactDraft[], object]>([
    ['nobody looked', [], { state: 'neverChecked', lastSeen: null }],
    ['fine', [check({})], { state: 'fine', missing: 0 }],
    ['gaps', [check({}), check({ cyan: [3, 4] })], { state: 'gaps', missing: 2, share: 0.05 }],
    ['gone as a whole', [check({ cyan: 38 })], { state: 'allGone', share: 0.95 }],
    [
      'not seen in this light',
      [check({ cyan: 2 }), check({}, { unseen: ['cyan'] })],
      { state: 'unseen', missing: 2 },
    ],
    [
      'the same line thrice: it is failing, and one spare is used',
      [check({ cyan: [7, 9] }), check({ cyan: [7] }), check({ cyan: [7, 30] })],
      { state: 'gaps', failing: [7], sparesLeft: 1 },
    ],
    [
      'nothing but failing lines',
      [check({ cyan: [7] }), check({ cyan: [7] }), check({ cyan: [7] })],
      { state: 'failing', failing: [7] },
    ],
    [
      'more of them than spares',
      [check({ cyan: [1, 2, 3] }), check({ cyan: [1, 2, 3] }), check({ cyan: [1, 2, 3] })],
      { state: 'worn', sparesLeft: 0 },
    ],
    [
      'twice and then fine: not failing',
      [check({ cyan: [7] }), check({ cyan: [7] }), check({})],
      { state: 'fine', failing: [] },
    ],
    [
      'a look that did not see it does not break the row',
      [check({ cyan: [7] }), check({ cyan: [7] }), check({}, { unseen: ['cyan'] }), check({ cyan: [7] })],
      { state: 'failing', failing: [7] },
    ],
    [
      'a new head begins anew',
      [check({ cyan: [7] }), check({ cyan: [7] }), { kind: 'headReplaced', printerId: 'printer' }],
      { state: 'neverChecked', failing: [] },
    ],
  ])('%s', (_name, happened, state) => {
    expect(channel(room(happened))).toMatchObject(state);
  });

  test('a cleaning helped, did not, or nobody can tell', () => {
    const found = headHealth(
      room([
        check({ cyan: 5, magenta: 1 }),
        clean(),
        check({ cyan: 2, magenta: 1 }),
        clean('group', ['magenta']),
        check({ cyan: 2, magenta: 1 }),
        clean(),
        clean('deep'),
        check({}),
        clean(),
        check({}),
        clean(),
      ]),
      'printer',
    )!;
    expect(found.cleanings.map(({ before, after, helped }) => [before, after, helped])).toEqual([
      [6, 3, true],
      [1, 1, false],
      [3, null, null],
      [3, 0, true],
      // Nothing was missing: there was nothing to help.
      [0, 0, null],
      [0, null, null],
    ]);
    expect(headHealth(room([clean(), check({})]), 'printer')!.cleanings[0]).toMatchObject({
      before: null,
      helped: null,
    });
    // Over the channels that it draws from: three by a light one, one by a group.
    expect(found.cleanings.map(({ ml }) => Number(ml.toFixed(2)))).toEqual([1.2, 0.6, 1.2, 4.8, 1.2, 1.2]);
  });
});

const say = (advice: HeadAdvice) => [advice.act, advice.why.map(({ code }) => code).join(' ')];

test.each<[string, FactDraft[], Partial<Printer>, string, string]>([
  ['nobody looked', [], {}, 'check', 'never'],
  ['moved since', [check({}), { kind: 'printerMoved', printerId: 'printer' }], {}, 'check', 'moved'],
  ['all there', [check({})], {}, 'fine', 'allFine'],
  ['yellow cannot be seen', [check({}, { unseen: ['yellow'] })], {}, 'look', 'unseen'],
  ['a gap, first time', [check({ cyan: 3 })], {}, 'group', 'gaps'],
  ['gaps everywhere', [check({ cyan: 3, magenta: 2, yellow: 4 })], {}, 'light', 'gaps gaps gaps'],
  [
    'one gap, and cleaning as rarely as possible',
    [check({ cyan: 1 })],
    { schools: { ...PRINTER.schools, cleaning: 'rarely' } },
    'purge',
    'gaps school',
  ],
  ['cleaned once, it helped', [check({ cyan: 9 }), clean(), check({ cyan: 2 })], {}, 'group', 'gaps cleaned'],
  ['cleaned once, in vain', [check({ cyan: 3 }), clean(), check({ cyan: 3 })], {}, 'wait', 'gaps cleaned'],
  [
    'cleaned twice, in vain',
    [check({ cyan: 3 }), clean(), check({ cyan: 3 }), clean(), check({ cyan: 3 })],
    {},
    'deep',
    'gaps cleaned',
  ],
  [
    'a deep one, in vain too',
    [check({ cyan: 3 }), clean(), clean('deep'), check({ cyan: 3 })],
    {},
    'technician',
    'gaps cleaned',
  ],
  [
    'the same line, with spares',
    [check({ cyan: [7] }), check({ cyan: [7] }), check({ cyan: [7] })],
    {},
    'live',
    'failing',
  ],
  [
    'the same lines, without spares',
    [check({ cyan: [1, 2, 3] }), check({ cyan: [1, 2, 3] }), check({ cyan: [1, 2, 3] })],
    {},
    'technician',
    'failing',
  ],
  ['a channel gone that holds plenty', [check({}), check({ cyan: 40 })], {}, 'group', 'allGone heavy'],
  [
    'a channel gone that is empty',
    [check({}), weigh('cyan', 44), check({ cyan: 40 })],
    {},
    'topUp',
    'allGone lowInk',
  ],
  [
    'two gone, the second of them empty: it is never cleaned',
    [check({}), weigh('magenta', 44), check({ cyan: 40, magenta: 40 })],
    {},
    'topUp',
    'allGone lowInk',
  ],
  [
    'a gap where a cleaning would take the channel to its reserve',
    [check({}), weigh('cyan', 44.5), check({ cyan: 3 })],
    {},
    'topUp',
    'gaps wouldEmpty',
  ],
  [
    'gaps everywhere, and one of the others is low: the whole head is not cleaned',
    [check({}), weigh('yellow', 44), check({ cyan: 3, magenta: 2 })],
    {},
    'topUp',
    'gaps gaps wouldEmpty',
  ],
  [
    'a gap behind a taped vent',
    [check({}), { kind: 'portChanged', cartridgeId: 'cyan', ports: { tape: 'on' } }, check({ cyan: 3 })],
    {},
    'ports',
    'gaps ventShut',
  ],
  [
    'a channel gone whose vent is shut',
    [check({}), { kind: 'portChanged', cartridgeId: 'cyan', ports: { vent: 'shut' } }, check({ cyan: 40 })],
    {},
    'ports',
    'allGone ventShut',
  ],
  [
    'a channel gone since it went in',
    [
      check({}),
      { kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] },
      fill('cyan', 5),
      { kind: 'installed', printerId: 'printer', into: [{ slotId: 'cyan', cartridgeId: 'cyan' }] },
      check({ cyan: 40 }),
    ],
    {},
    'group',
    'allGone heavy justIn',
  ],
  [
    'a channel gone, cleaned twice in vain: air in its line',
    [check({}), check({ cyan: 40 }), clean(), check({ cyan: 40 }), clean(), check({ cyan: 40 })],
    {},
    'recharge',
    'allGone heavy cleaned',
  ],
  [
    'the same on a carriage, which has no lines',
    [check({}), check({ cyan: 40 }), clean(), check({ cyan: 40 }), clean(), check({ cyan: 40 })],
    { feed: 'carriage' },
    'technician',
    'allGone heavy cleaned',
  ],
])('what to do next: %s', (_name, happened, part, act, why) => {
  const advice = headAdvice(room(happened, part), 'printer', AT)!;
  expect(say(advice)).toEqual([act, why]);
  expect(HEAD_ACT_WORDS[advice.act]).toMatch(/\S/);
  for (const reason of advice.why) expect(headReasonWords(reason)).toMatch(/^\S.*\.$/);
  // What would take a channel to its reserve is never advised, and what cleaning costs is said.
  expect(advice.options.find((option) => option.act === advice.act)?.short ?? []).toEqual([]);
  for (const option of advice.options) expect(headOptionWords(option)).toMatch(/ml|nothing/);
  expect(advice.options.map(({ ml }) => ml)).toEqual(
    [...advice.options.map(({ ml }) => ml)].sort((a, b) => a - b),
  );
});

test('what is to be topped up before a cleaning is the channel that it would empty, and no other', () => {
  const low = room([check({}), weigh('yellow', 44), check({ cyan: 3, magenta: 2 })]);
  expect(headAdvice(low, 'printer', AT)).toMatchObject({ act: 'topUp', slotIds: ['yellow'] });
});

test.each([
  [2, 2, 'purge'],
  // In one of them too much is gone for what paper and prints would bring back.
  [2, 3, 'group'],
  [2, 12, 'group'],
  [12, 2, 'group'],
])(
  'who cleans rarely waits where few lines are missing in every channel: %d and %d, %s',
  (cyan, magenta, act) => {
    const school = { schools: { ...PRINTER.schools, cleaning: 'rarely' as const } };
    const advice = headAdvice(room([check({}), check({ cyan, magenta })], school), 'printer', AT)!;
    expect(advice.act === 'purge').toBe(act === 'purge');
  },
);

test('a cleaning draws what weighing taught of it: so it is told, reckoned into the pad, and not advised where it would empty', () => {
  const taught = { ...PRINTER.draws, channels: [{ slotId: 'cyan', light: { value: 6, u: 1 } }] };
  const happened = [weigh('cyan', 49), check({ cyan: 3, magenta: 2, yellow: 4 })];
  const light = (ledger: Ledger) =>
    headAdvice(ledger, 'printer', AT)!.options.find(({ act }) => act === 'light')!;
  const [guessed, known] = [{}, { draws: taught }].map((part) => room(happened, part)) as [Ledger, Ledger];
  expect([light(guessed), light(known)]).toEqual([
    { act: 'light', ml: expect.closeTo(1.2, 1), short: [] },
    { act: 'light', ml: expect.closeTo(6.8, 0), short: ['cyan'] },
  ]);
  expect([headAdvice(guessed, 'printer', AT)!.act, headAdvice(known, 'printer', AT)!.act]).toEqual([
    'light',
    'topUp',
  ]);
  const cleaned = room([check({}), clean()], { draws: taught });
  expect(headHealth(cleaned, 'printer')!.cleanings[0]!.ml).toBeCloseTo(6.8);
  expect(padMl(cleaned, 'printer') - padMl(room([check({})], { draws: taught }), 'printer')).toBeCloseTo(6.8);
});

test('what a cleaning draws is not known to the last: its doubt counts where it would come to the reserve', () => {
  const sure = { ...PRINTER.draws, light: { value: 2, u: 0.1 } };
  const shortOf = (draws: Printer['draws']) =>
    headAdvice(room([weigh('cyan', 48.5), check({ cyan: 3 })], { draws }), 'printer', AT)!.options.find(
      ({ act }) => act === 'light',
    )!.short;
  expect([shortOf(sure), shortOf({ ...sure, light: { value: 2, u: 3 } })]).toEqual([[], ['cyan']]);
  // Known to the last, the next one still lies 15 % beside its mean: three channels of 2 ml each.
  expect(
    routineDraw(room([], { draws: { ...sure, light: { value: 2, u: 0 } } }), 'printer', 'light'),
  ).toEqual({
    value: 6,
    u: expect.closeTo(0.9, 6),
  });
});

test('idle for a week: a look before the first good sheet; a printer that is not there has no head', () => {
  const ledger = room([check({}), print(2)]);
  expect(headAdvice(ledger, 'printer', '2026-03-11T12:00:00.000Z')).toMatchObject({
    act: 'check',
    why: [{ code: 'idle', days: expect.closeTo(10, 0) }],
  });
  expect(headAdvice(ledger, 'printer', '2026-03-03T12:00:00.000Z')!.act).toBe('fine');
  expect([headHealth(ledger, 'x'), headAdvice(ledger, 'x', AT)]).toEqual([undefined, undefined]);
});

test.each<[string, number | null, object]>([
  ['', 180, { ok: true, value: { seen: true, nozzles: 0, lines: [] } }],
  ['0', 180, { ok: true, value: { seen: true, nozzles: 0, lines: [] } }],
  ['3', 180, { ok: true, value: { seen: true, nozzles: 3, lines: [] } }],
  ['#57', 180, { ok: true, value: { seen: true, nozzles: 1, lines: [57] } }],
  ['121, 57', 180, { ok: true, value: { seen: true, nozzles: 2, lines: [57, 121] } }],
  ['#57 #57 3', 180, { ok: true, value: { seen: true, nozzles: 2, lines: [3, 57] } }],
  ['-', 180, { ok: true, value: { seen: false } }],
  ['–', null, { ok: true, value: { seen: false } }],
  ['200', 180, { ok: false, problem: { code: 'gapsCount', count: 200, most: 180 } }],
  ['#181', 180, { ok: false, problem: { code: 'gapsLine', line: 181, most: 180 } }],
  ['#0', 180, { ok: false, problem: { code: 'gapsLine', line: 0 } }],
  ['a few', 180, { ok: false, problem: { code: 'gapsUnread', text: 'a few' } }],
  ['-3', null, { ok: false, problem: { code: 'gapsUnread' } }],
])('typed for a channel: %s of %s', (text, lines, found) => {
  const read = readGaps(text, lines);
  expect(read).toMatchObject(found);
  if (!read.ok) expect(gapProblemWords(read.problem)).toMatch(/\.$/);
});
