import { expect, test } from '@jest/globals';
import { script, setUp } from '../../testing';
import { Ledger, readMass, readTypedMass } from '..';

const book = Ledger.from(script(setUp));
const own = readMass(book, 64).massG.u;

// An unsteady display, an old note: what is known is two ends, and anything between them as likely.
test.each([
  ['63–65', 63, 65],
  ['63 - 65', 63, 65],
  ['63-65 g', 63, 65],
  ['between 63,0 and 65,0 g', 63, 65],
  ['63.2…63.6', 63.2, 63.6],
  ['63.2..63.6', 63.2, 63.6],
  ['2 to 2.5 oz', 56.699, 70.874],
])('“%s” is an interval of %d to %d g', (text, least, most) => {
  const read = readTypedMass(book, text);
  if (!read.ok) throw new Error(read.problem.code);
  const { massG, range } = read.value;
  expect(range?.map((end) => end.toFixed(3))).toEqual([least.toFixed(3), most.toFixed(3)]);
  expect(massG.value).toBeCloseTo((least + most) / 2, 3);
  expect(massG.u).toBeCloseTo(Math.hypot((most - least) / 2 / Math.sqrt(3), own), 3);
});

test('one number is read as it always was, with no range', () => {
  const read = readTypedMass(book, '63,42 g');
  expect(read).toEqual({ ok: true, value: readMass(book, 63.42) });
});

test.each([
  ['', 'empty'],
  ['heavy', 'notANumber'],
  ['63–heavy', 'notANumber'],
  ['63–', 'notANumber'],
  // A slip for 63.42; an interval rises.
  ['63-42', 'notANumber'],
  ['65 to 63', 'notANumber'],
  ['63–65–67', 'notANumber'],
  ['63–65 ml', 'wrongUnit'],
  ['1,234–1,300', 'ambiguousNumber'],
])('“%s” is none: %s', (text, code) => {
  expect(readTypedMass(book, text)).toMatchObject({ ok: false, problem: { code } });
});
