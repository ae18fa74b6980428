import { expect, test } from '@jest/globals';
import ICAL from 'ical.js';
import { dueCalendar } from '../exchange';
import { Ledger } from '../ledger';
import { define, fill, install, print, PRINTER, script, setUp, weigh } from '../testing/bench';
import type { FactDraft, Printer } from '../workbook';
import { dueWords } from '../words';
import { dueItems } from './index';

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
  expect(together).toMatchObject([{ id: 'topUpSet/printer', figure: 2, doneBy: ['filled'] }]);
  expect(dueWords(together[0]!).why).toMatch(/2 stand below the share/);
  const rotate = going({ code: 'rotateAtSignal', threshold: null }, ...low);
  expect(rotate).toMatchObject([{ id: 'rotate/printer', figure: null, doneBy: ['installed'] }]);
  expect(dueWords(rotate[0]!).what).toBe('Rotate the set of Test printer');
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
