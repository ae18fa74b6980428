import { expect, test } from '@jest/globals';
import { clock, day, fromLocalField, moment, month, span, toLocalField } from './dates';
import { readTyped } from './fields';
import { SIZES, sizeOf } from './sizes';
import { shadeColour } from './shade';
import { agoWords } from '@hiraeth/core/words';
import { SHADES } from '@hiraeth/core/workbook';

test('moments are written in the reader’s zone, and a field gives back the same moment', () => {
  const iso = '2026-11-24T09:30:00.000Z';
  expect(moment(iso)).toMatch(/^24 Nov 2026, \d\d:\d\d$/);
  expect(`${day(iso)}, ${clock(iso)}`).toBe(moment(iso));
  expect(fromLocalField(toLocalField(iso))).toBe(iso);
  // A month is named as it is in a day, and is the account's: it begins in UTC.
  expect([month('2026-09-01T00:00:00.000Z'), month('2026-08-31T23:59:59.999Z')]).toEqual([
    'Sep 2026',
    'Aug 2026',
  ]);
  expect(fromLocalField('')).toBeNull();
  expect(fromLocalField('yesterday')).toBeNull();
  expect(span('2026-01-01T00:00:00.000Z', '2026-01-01T00:12:00.000Z')).toBe('12 minutes');
});

test.each([
  [0.01, 'just now'],
  [0.5, 'today'],
  [1.2, 'yesterday'],
  [12.9, '12 days ago'],
])('%d days: %s', (days, words) => expect(agoWords(days)).toBe(words));

test('a field reads what is typed, says what is wrong, and is silent while empty', () => {
  expect(readTyped('', 'mass')).toEqual({ text: '', value: null, error: null });
  expect(readTyped('63,42', 'mass')).toEqual({ text: '63,42', value: 63.42, error: null });
  expect(readTyped('x', 'mass')).toMatchObject({ value: null, error: expect.stringMatching(/not a number/) });
});

test('every ready size has its millimetres, every shade its colour', () => {
  for (const { value } of SIZES) expect(sizeOf(value) === null).toBe(value === 'own');
  expect(sizeOf('297x420')).toEqual({ widthMm: 297, heightMm: 420 });
  const colours = SHADES.map(shadeColour);
  for (const colour of colours) expect(colour).toMatch(/^#[0-9a-f]{6}$/);
  expect(new Set(colours).size).toBe(colours.length);
  expect(shadeColour('an own shade')).toMatch(/^#/);
});
