import { expect, test } from '@jest/globals';
import { dateOrder, type DateOrder } from './dateOrder';
import { tableDate } from './tableDate';

test.each<[readonly string[], DateOrder, boolean]>([
  [['24/11/2026', '3/4/2026'], 'dmy', true],
  [['3/4/2026', '11/24/26'], 'mdy', true],
  [['3.4.2026'], 'dmy', true],
  [['03/04/2026', '5-6-26'], 'dmy', false],
  [['2026-11-24', 'soon'], 'iso', true],
  [[], 'iso', true],
])('%j is written %s', (dates, order, sure) => {
  expect(dateOrder(dates)).toEqual({ order, sure });
});

test.each<[string, DateOrder, string | null]>([
  ['2026-11-24', 'iso', '2026-11-24T00:00:00.000Z'],
  ['2026-11-24T09:30+0100', 'mdy', '2026-11-24T08:30:00.000Z'],
  ['24/11/2026', 'dmy', '2026-11-24T00:00:00.000Z'],
  ['11/24/26, 3:05 pm', 'mdy', '2026-11-24T15:05:00.000Z'],
  ['24-Nov-26', 'iso', '2026-11-24T00:00:00.000Z'],
  ['4 September 2026', 'dmy', '2026-09-04T00:00:00.000Z'],
  ['24/11/2026', 'mdy', null],
  ['24/11/2026', 'iso', null],
  ['2026-02-31', 'iso', null],
  ['31.2.2026', 'dmy', null],
  ['31 Foo 2026', 'iso', null],
  ['soon', 'dmy', null],
])('%s in the order %s is %s', (text, order, at) => {
  expect(tableDate(text, order)).toBe(at);
});
