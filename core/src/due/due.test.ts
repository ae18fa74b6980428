import { expect, test } from '@jest/globals';
import ICAL from 'ical.js';
import { dueCalendar } from '../exchange';
import { find, Ledger, padMl, plannedJobs, printOfPlanned } from '../ledger';
import { cartridge, define, fill, install, print, PRINTER, script, setUp, TYPE, weigh } from '../testing';
import type { FactDraft, Printer } from '../workbook';
import { daysByTheHour } from '../time';
import { headAdvice } from '../nozzle';
import { dueWords, headReasonWords } from '../words';
import { seeLevel, shake } from '../acts';
import { dueItems } from './dueItems';

const DAY = 86_400_000;
const START = '2026-03-01T09:00:00.000Z';
const on = (day: number): string => new Date(Date.parse(START) + day * DAY).toISOString();
const room = (...more: FactDraft[]): Ledger =>
  Ledger.from(
    script([
      ...setUp,
      ...['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 85)),
      install,
      { kind: 'nozzleChecked', printerId: 'printer', gaps: [] },
      ...more,
    ]),
  );
const due = (ledger: Ledger, day: number, ahead = 0) => dueItems(ledger, on(day), ahead);
const ids = (ledger: Ledger, day: number, ahead = 0) => due(ledger, day, ahead).map(({ id }) => id);

test.each<[string, FactDraft[], number, string[]]>([
  ['nothing on the first day', [], 0.5, []],
  ['a check after idle days', [], 7, ['nozzleCheck/printer']],
  ['shaken together, not one by one', [], 13, ['nozzleCheck/printer', 'agitate/printer']],
  ['weighed in after three weeks', [], 22, ['nozzleCheck/printer', 'agitate/printer', 'weighIn/printer']],
  ['what is nearly empty is topped up', [weigh('cyan', 47)], 0.5, ['topUp/cyan']],
])('%s', (_name, more, day, found) => {
  const items = due(room(...more), day);
  expect(items.map(({ id }) => id).sort()).toEqual([...found].sort());
  for (const item of items) {
    expect(Object.values(dueWords(item)).every((words) => /\S/.test(words))).toBe(true);
    expect(item.doneBy.length).toBeGreaterThan(0);
  }
});

test('done by the fact that does it; put off until its day', () => {
  const ledger = room();
  expect(ids(ledger, 22)).toContain('weighIn/printer');
  ledger.add(script([weigh('cyan', 84), weigh('magenta', 84), weigh('yellow', 84)], on(22)));
  expect(ids(ledger, 22.5)).not.toContain('weighIn/printer');
  ledger.add(script([{ kind: 'snoozed', what: 'nozzleCheck/printer', until: on(30) }], on(22.5)));
  const check = (day: number) => due(ledger, day).find(({ code }) => code === 'nozzleCheck')!.snoozedUntil;
  expect([check(23), check(31)]).toEqual([on(30), null]);
});

test('cartridges that are shaken together are put off together, and come back on their day', () => {
  const ledger = room();
  ledger.add(script([{ kind: 'snoozed', what: 'agitate/printer', until: on(20) }], on(14)));
  const until = (day: number) => due(ledger, day).find(({ code }) => code === 'agitate')!.snoozedUntil;
  expect([until(15), until(21)]).toEqual([on(20), null]);
});

test('what comes within a fortnight is seen ahead, as later', () => {
  const [first] = due(room(), 10, 14).filter(({ code }) => code === 'weighIn');
  expect(first).toMatchObject({ urgency: 'later', subject: { name: 'Test printer' } });
  expect(Date.parse(first!.at)).toBeCloseTo(Date.parse(on(21)), -8);
});

test('a full waste pad, an old bottle, a rest that ends, a changed ink', () => {
  const cleanings = Array.from({ length: 20 }, (): FactDraft => ({
    kind: 'cleaned',
    printerId: 'printer',
    level: 'deep',
  }));
  const ledger = Ledger.from(
    script([
      ...setUp,
      define({ ...PRINTER, padCapacityMl: 90 }),
      { kind: 'bottleOpened', bottleId: 'bottle-cyan' },
      weigh('cyan', 70),
      fill('cyan', 10),
      weigh('magenta', 85),
      weigh('yellow', 85),
      { kind: 'installed', printerId: 'printer', into: [{ slotId: 'magenta', cartridgeId: 'magenta' }] },
      { kind: 'profiled', printerId: 'printer', name: 'Rag' },
      fill('magenta', 8, { bottleId: 'bottle-cyan' }),
      print(1),
      ...cleanings,
    ]),
  );
  expect(ids(ledger, 0.02, 1)).toEqual(
    expect.arrayContaining(['padFull/printer', 'profile/printer', 'rested/cyan']),
  );
  expect(due(ledger, 0.02, 1).find(({ code }) => code === 'padFull')).toMatchObject({ urgency: 'now' });
  expect(ids(ledger, 600)).toContain('bottleOld/bottle-cyan');
});

test('as a calendar another program reads the same days; a second export updates, it does not double', () => {
  const ledger = room(weigh('cyan', 47));
  const at = on(10);
  const items = dueItems(ledger, at, 14);
  const read = (text: string) =>
    new ICAL.Component(ICAL.parse(text) as unknown[])
      .getAllSubcomponents('vevent')
      .map((event) => new ICAL.Event(event))
      .map((event) => [event.uid, event.summary, event.startDate.toString()]);
  const events = read(dueCalendar(items, at, 'Test room'));
  expect(events).toHaveLength(items.length);
  expect(events).toContainEqual(['topUp/cyan@hiraeth', 'Top up cyan', at.slice(0, 10)]);
  expect(events).toContainEqual(['weighIn/printer@hiraeth', 'Weigh in Test printer', on(21).slice(0, 10)]);
  const later = read(dueCalendar(dueItems(ledger, on(11), 14), on(11), 'Test room'));
  expect(later.map(([uid]) => uid)).toEqual(expect.arrayContaining(events.map(([uid]) => uid)));
});

test('what is due follows the way of changing that was chosen', () => {
  const going = (policy?: Printer['policy'], ...more: FactDraft[]) =>
    due(room(define({ ...PRINTER, ...(policy ? { policy } : {}) }), ...more), 1).filter(({ code }) =>
      ['topUp', 'topUpSet', 'rotate'].includes(code),
    );
  // Cyan stands at 4.7 ml, little above its reserve; the others are half full.
  const low = [weigh('cyan', 46.6), weigh('magenta', 66), weigh('yellow', 85)];
  expect(going(undefined, ...low).map(({ id }) => id)).toEqual(['topUp/cyan']);
  const together = going({ code: 'topUpAll', threshold: 0.6 }, ...low);
  expect(together).toMatchObject([
    { id: 'topUpSet/printer', figure: 2, doneBy: ['filled'], cartridgeIds: ['cyan', 'magenta'] },
  ]);
  expect(dueWords(together[0]!).why).toMatch(/2 stand below the share/);
  const rotate = going({ code: 'rotateAtSignal', threshold: null }, ...low);
  expect(rotate).toMatchObject([{ id: 'rotate/printer', figure: null, doneBy: ['installed'] }]);
  expect(dueWords(rotate[0]!).what).toBe('Rotate the set of Test printer');
  // What cannot wait is said of the set, too; what can is not pressed.
  const urgent = (grams: number) =>
    [...going({ code: 'topUpAll', threshold: 0.6 }, weigh('cyan', grams), ...low.slice(1))][0]?.urgency;
  expect([urgent(43.6), urgent(49)]).toEqual(['now', 'soon']);
  // By sheets: thirty A3 are sixty A4, whatever the ink.
  const full = ['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 88));
  const every = (threshold: number) =>
    going({ code: 'rotateEveryN', threshold }, ...full, install, print(30)).map(({ figure }) => figure);
  expect([every(50), every(70)]).toEqual([[60], []]);
});

test('a printer may keep intervals of its own', () => {
  const ledger = room(define({ ...PRINTER, weighInDays: 8, checkIdleDays: 30, agitateDays: 5 }));
  const codes = (day: number) => due(ledger, day).map(({ code }) => code);
  expect([codes(4), codes(6), codes(9).sort()]).toEqual([[], ['agitate'], ['agitate', 'weighIn']]);
});

/** A small bottle, most of it used in a month. */
const pace: FactDraft[] = [
  define({
    entity: 'bottle',
    id: 'bottle-cyan',
    inkId: 'ink-cyan',
    lot: 'M1',
    volumeMl: 6,
    priceMinor: 300,
    emptyG: null,
  }),
  fill('cyan', 5),
  // Printed away: what stands in the cartridge is no use yet.
  weigh('cyan', 45),
];
const planned: FactDraft = {
  kind: 'jobPlanned',
  printerId: 'printer',
  title: 'Boats',
  copies: 12,
  widthMm: 210,
  heightMm: 297,
  subjectId: 'any',
  by: on(5),
};

test.each<[string, FactDraft[], string, number, RegExp]>([
  ['a job that is wanted on a day', [planned], 'print', 5, /12 are still to be printed/],
  [
    'a small top-up on a fixed day',
    [define({ ...PRINTER, doseEveryDays: 7 }), fill('cyan', 1)],
    'dose',
    7,
    /Every 7 days/,
  ],
  [
    'a body at the end of its life',
    [define({ ...TYPE, bears: 1 }), fill('cyan', 1)],
    'retire',
    0,
    /Filled once/,
  ],
  [
    'an empty mass that nobody weighed',
    [
      define({ ...TYPE, id: 'guessed', name: 'Guessed', emptyG: { value: 40, u: 0.35 } }),
      define({ ...cartridge('new', 'cyan'), typeId: 'guessed', emptyG: null }),
    ],
    'weighEmpty',
    0,
    /± 0\.7 g/,
  ],
  [
    'an ink that is heavier than its maker says',
    [11, 13.2, 8.8].map((g) =>
      fill('cyan', g / 1.1, { beside: { g: { value: g, u: 0.02 }, ml: { value: g / 1.1, u: 0.1 } } }),
    ),
    'density',
    0,
    /it is 3\.4 % heavier than what is reckoned with/,
  ],
  [
    'a scale whose weights are all tenths of a gram',
    [84.1, 83.9, 83.2, 82.7, 82.3, 81.8].map((g) => weigh('cyan', g)),
    'scaleStep',
    0,
    /all lie on steps of 0\.1 g, coarser than it is said to show/,
  ],
  ['an ink that runs out', pace, 'order', 30, /6 ml, at the pace so far/],
])('%s is due on its day, says why, and stands in the calendar once', (_name, more, code, day, why) => {
  const ledger = room(...more);
  const items = due(ledger, day + 0.5, 3).filter((item) => item.code === code);
  expect(items.length).toBeGreaterThan(0);
  const [first] = items;
  expect(first!.doneBy.length).toBeGreaterThan(0);
  expect(dueWords(first!).why).toMatch(why);
  expect(Math.abs(Date.parse(first!.at) - Date.parse(on(day)))).toBeLessThan(
    code === 'order' ? Infinity : DAY,
  );
  const uids = dueCalendar(items, on(day + 0.5), 'Room').match(/^UID:.*$/gm)!;
  expect(new Set(uids).size).toBe(items.length);
  // Put off, it comes back on its day.
  ledger.add(script([{ kind: 'snoozed', what: first!.id, until: on(day + 9) }], on(day + 0.6)));
  const put = (when: number) => due(ledger, when, 3).find(({ id }) => id === first!.id)!.snoozedUntil;
  expect([put(day + 1), put(day + 10)]).toEqual([on(day + 9), null]);
});

test('an empty mass that is only its kind’s is asked for by one of them that is still in use', () => {
  const kind = define({ ...TYPE, emptyG: { value: 41.58, u: 0.7 } });
  const bare = (id: string) => define(cartridge(id, id, { emptyG: null }));
  const asked = (...more: FactDraft[]) =>
    due(room(kind, ...more), 0.5)
      .filter(({ code }) => code === 'weighEmpty')
      .map(({ subject }) => subject);
  // Those of the room were weighed empty one by one: they speak for their like.
  expect(asked()).toEqual([]);
  const unknown = ['cyan', 'magenta', 'yellow'].map(bare);
  expect(asked(...unknown)).toEqual([{ kind: 'cartridge', id: 'cyan', name: 'Test tank' }]);
  // One that was weighed is enough for all.
  expect(asked(...unknown.slice(0, 2))).toEqual([]);
  const gone: FactDraft = { kind: 'retired', what: 'cartridge', subjectId: 'cyan', reason: 'worn' };
  expect(asked(...unknown, gone)).toEqual([{ kind: 'cartridge', id: 'magenta', name: 'Test tank' }]);
});

test('who has no scale is never told to weigh: a look is asked for, and a level does it', () => {
  const kind = define({ ...TYPE, emptyG: { value: 41.58, u: 0.7 } });
  const bare = ['cyan', 'magenta', 'yellow'].map((id) =>
    define(cartridge(id, id, { emptyG: null, initial: 'unknown' })),
  );
  const gone: FactDraft = { kind: 'retired', what: 'tool', subjectId: 'scale', reason: 'broken' };
  const ledger = Ledger.from(script([...setUp, kind, ...bare, gone, install]));
  const asked = () => due(ledger, 0.5).map((item) => [item.code, dueWords(item)] as const);
  const { weighIn, ...others } = Object.fromEntries(asked());
  expect(weighIn).toEqual({
    what: 'Look how full those in Test printer are',
    why: 'Nobody knows what is in cyan and magenta and yellow: enter the level that is seen.',
  });
  expect(Object.keys(others)).toEqual(['nozzleCheck']);
  ledger.add(
    script(
      ['cyan', 'magenta', 'yellow'].flatMap((id) => seeLevel(id, 0.5).facts),
      on(0.2),
    ),
  );
  expect(asked().map(([code]) => code)).toEqual(['nozzleCheck']);
  // What was told is told anew when a weigh-in would be, and not at once.
  const again = (day: number) => due(ledger, day).find(({ code }) => code === 'weighIn')?.urgency;
  expect([again(21.1), again(21.3)]).toEqual([undefined, 'soon']);
});

test('what rested after its fill is weighed, from then on for a week: its ink, and not what is rinsed, given up or in its slot', () => {
  const out: FactDraft = { kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] };
  const rested = (day: number, ...more: FactDraft[]) =>
    due(room(out, weigh('cyan', 80, 'before'), fill('cyan', 2), ...more), day, 1).find(
      ({ id }) => id === 'rested/cyan',
    )?.urgency;
  // Filled a few minutes after the start; thirty minutes of rest.
  expect([rested(0.01), rested(0.05), rested(7), rested(7.1)]).toEqual(['later', 'soon', 'soon', undefined]);
  const done: readonly FactDraft[] = [
    weigh('cyan', 82, 'rested'),
    { ...weigh('cyan', 82), at: on(0.5) },
    { kind: 'installed', printerId: 'printer', into: [{ slotId: 'cyan', cartridgeId: 'cyan' }] },
    { kind: 'flushed', cartridgeId: 'cyan', chamber: 0, addedMl: 40, drawnMl: 39 },
    { kind: 'retired', what: 'cartridge', subjectId: 'cyan', reason: 'worn' },
  ];
  expect(done.map((fact) => rested(1, fact))).toEqual(done.map(() => undefined));
  // The weight that ended the fill is not the one after its rest.
  expect(rested(1, weigh('cyan', 82, 'after'))).toBe('soon');
  // Who has no scale is not asked for one.
  const bare = Ledger.from(script([...setUp, fill('cyan', 20)]));
  expect(ids(bare, 1)).not.toContain('rested/cyan');
});

test('what is done is due no longer: printed, filled, retired, weighed empty', () => {
  const ledger = room(planned, define({ ...TYPE, bears: 1 }), fill('cyan', 1));
  const codes = () => due(ledger, 5.5).map(({ code }) => code);
  expect(codes()).toEqual(expect.arrayContaining(['print', 'retire']));
  const [job] = plannedJobs(ledger);
  ledger.add(script([printOfPlanned(job!, 12)], on(5.6)));
  ledger.add(script([{ kind: 'retired', what: 'cartridge', subjectId: 'cyan', reason: 'worn' }], on(5.7)));
  const after = due(ledger, 6).map(({ code }) => code);
  expect(after).not.toContain('print');
  expect(after).not.toContain('retire');
});

test.each([
  // Of what nobody knows, everything that is foretold is silent: it is asked for at once, and by name.
  ['unknown', 0, 'Nobody knows what is in new: weigh it, or enter the level that is seen.'],
  ['original', 21, 'Some of it was never weighed: what is in it is what was told.'],
] as const)('a set in which one of %s contents was never weighed: due in %d days', (initial, days, why) => {
  const weighIn = (...facts: FactDraft[]) =>
    due(room(...facts), 1, 30).find(({ code }) => code === 'weighIn')!;
  const item = weighIn(define({ ...cartridge('new', 'cyan'), initial }), {
    kind: 'installed',
    printerId: 'printer',
    into: [{ slotId: 'cyan', cartridgeId: 'new' }],
  });
  expect(dueWords(item).why).toBe(why);
  expect(item.urgency).toBe(days === 0 ? 'soon' : 'later');
  expect((Date.parse(item.at) - Date.parse(on(1))) / 86_400_000).toBeCloseTo(days === 0 ? 0 : days - 1, 0);
  expect(dueWords(weighIn()).why).toMatch(/^Last weighed /);
});

test('weighed days ago is the same number for whoever asks in one hour, by the minute or for its end', () => {
  const weighed = '2026-03-01T10:30:00.000Z';
  expect(daysByTheHour(weighed, '2026-03-07T09:59:59.999Z')).toBeCloseTo(6 - 1 / 24, 9);
  for (const minute of ['00:00.000', '29:59.000', '59:59.999'])
    expect(daysByTheHour(weighed, `2026-03-07T10:${minute}Z`)).toBe(6);
  // A clock that was set back is no day in the future.
  expect(daysByTheHour(weighed, '2026-02-28T10:30:00.000Z')).toBe(0);
});

test('with one printer a cartridge is named by its label, with two by its printer, too: both have a cyan', () => {
  const low = [weigh('cyan', 46)];
  const topUp = (ledger: Ledger): string | undefined =>
    due(ledger, 0.5).find(({ code }) => code === 'topUp')?.subject.name;
  const label = find(room().context, 'cartridge', 'cyan')!.label;
  expect(topUp(room(...low))).toBe(label);
  const second = define({ ...PRINTER, id: 'second', name: 'Second' });
  expect(topUp(room(...low, second))).toBe(`${label} (${PRINTER.name})`);
});

test('a waste pad is told of from 85 per cent on, presses when it is full, and is done by a new one', () => {
  const of = (capacityMl: number) =>
    dueItems(room(define({ ...PRINTER, padCapacityMl: capacityMl }), clean), on(0.1), 0).find(
      ({ code }) => code === 'padFull',
    );
  const clean: FactDraft = { kind: 'cleaned', printerId: 'printer', level: 'deep' };
  const inIt = padMl(room(clean), 'printer');
  expect(of(inIt / 0.84)).toBeUndefined();
  expect(of(inIt / 0.86)).toMatchObject({
    urgency: 'soon',
    doneBy: ['padReset'],
    figure: expect.closeTo(0.86, 6),
  });
  expect(of(inIt / 1.01)).toMatchObject({ urgency: 'now' });
});

test('a set that is rotated after so many sheets: counted from its last change on, and said how many', () => {
  const sheet: FactDraft = { ...print(1), widthMm: 210, heightMm: 297 } as FactDraft;
  const every = (threshold: number): Printer => ({ ...PRINTER, policy: { code: 'rotateEveryN', threshold } });
  const rotation = (...more: FactDraft[]) =>
    due(room(define(every(4)), ...more), 0.9).find(({ code }) => code === 'rotate')?.figure ?? null;
  const sheets = (count: number): FactDraft[] => Array.from({ length: count }, () => sheet);
  expect([rotation(...sheets(3)), rotation(...sheets(4))]).toEqual([null, 4]);
  // A change begins to count anew.
  expect(rotation(...sheets(4), install)).toBeNull();
  expect(rotation(...sheets(9), install, ...sheets(3))).toBeNull();
  expect(rotation(...sheets(9), install, ...sheets(5))).toBe(5);
});

test('what is to be shaken says how many of the printer’s cartridges: those that were moved since are none of them', () => {
  const ledger = room();
  const name = (day: number) => due(ledger, day).find(({ code }) => code === 'agitate')!.subject.name;
  expect(name(15)).toBe('Test printer: 3 of its cartridges');
  ledger.add(script([{ kind: 'agitated', cartridgeIds: ['cyan'] }], on(15)));
  expect(name(15.5)).toBe('Test printer: 2 of its cartridges');
  ledger.add(script([{ kind: 'agitated', cartridgeIds: ['magenta'] }], on(15.6)));
  // One alone is called by its name.
  expect(name(15.7)).toBe('yellow');
});

test('of two sets each is shaken, and put off, by itself: those that print are moved at each weigh-in', () => {
  const ledger = room(
    ...['cyan', 'magenta'].flatMap((id) => [
      define(cartridge(`${id}-b`, id, { set: 'B' })),
      weigh(`${id}-b`, 85),
    ]),
  );
  const toShake = (day: number) =>
    due(ledger, day)
      .filter(({ code }) => code === 'agitate')
      .map(({ subject, snoozedUntil }) => [subject.name, snoozedUntil]);
  const within = 'Test printer: 3 of its cartridges';
  const shelved = 'Test printer: 2 of its cartridges on the shelf';
  expect(toShake(15)).toEqual([
    [within, null],
    [shelved, null],
  ]);
  // Put off for those on the shelf: those that print stay due, in whose heads it settles.
  ledger.add(script([{ kind: 'snoozed', what: 'agitate/printer/shelf', until: on(20) }], on(14)));
  expect(toShake(15)).toEqual([
    [within, null],
    [shelved, on(20)],
  ]);
  ledger.add(script([weigh('cyan', 84), weigh('magenta', 84), weigh('yellow', 84)], on(14.5)));
  expect(toShake(15)).toEqual([[shelved, on(20)]]);
});

test('who shook them says so once: that is all of them, also of those that no printer takes', () => {
  const ledger = room(...['red', 'green'].flatMap((id) => [define(cartridge(id, id)), weigh(id, 85)]));
  const toShake = (day: number) => due(ledger, day).filter(({ code }) => code === 'agitate');
  expect(toShake(15).map(({ subject, cartridgeIds }) => [subject.name, cartridgeIds?.length])).toEqual([
    ['Test printer: 3 of its cartridges', 3],
    ['2 cartridges that no printer takes', 2],
  ]);
  ledger.add(
    script(
      toShake(15).flatMap(({ cartridgeIds = [] }) => shake(cartridgeIds).facts),
      on(15),
    ),
  );
  expect(toShake(15.1)).toEqual([]);
});

test('what is to be shaken later says of how many, too', () => {
  const later = due(room(), 5, 14).find(({ code }) => code === 'agitate')!;
  expect([later.urgency, later.subject.name]).toEqual(['later', 'Test printer: 3 of its cartridges']);
});

test.each<[string, FactDraft[], number, RegExp]>([
  ['none was ever printed', [], 0.5, /No check is in the log yet/],
  ['it stood', [{ kind: 'nozzleChecked', printerId: 'printer', gaps: [] }], 7, /stood idle for 6 days/],
  [
    'it was moved',
    [
      { kind: 'nozzleChecked', printerId: 'printer', gaps: [] },
      { kind: 'printerMoved', printerId: 'printer' },
    ],
    0.5,
    /moved since/,
  ],
])('why a nozzle check is due is what its own page says: %s', (_name, more, day, words) => {
  const inked = ['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 85));
  const ledger = Ledger.from(script([...setUp, ...inked, install, print(1), ...more]));
  const check = due(ledger, day).find(({ code }) => code === 'nozzleCheck')!;
  expect(dueWords(check).why).toMatch(words);
  const [reason] = headAdvice(ledger, 'printer', on(day))!.why;
  expect(dueWords(check).why).toBe(headReasonWords(reason!));
});
