import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { explain } from '../words';
import { parseQuantity } from './parseQuantity';

test.each([
  ['63.42', 63.42],
  ['63,42', 63.42],
  [' 63.42 g', 63.42],
  ['2.2 oz', 62.369],
  ['+ 63.42', 63.42],
  ['−0,5', -0.5],
  ['1.234,5', 1234.5],
  ['1,234.5 g', 1234.5],
  ['.5', 0.5],
  ['1 234,5', 1234.5],
  ['0.1 kg', 100],
  ['1 234', 1234],
  ["1'234.5", 1234.5],
])('%s is read as %d g', (text, grams) => {
  const parsed = parseQuantity(text, 'mass');
  expect(parsed.ok && parsed.value.value).toBeCloseTo(grams, 3);
});

test.each([
  ['63.42', 0.01],
  ['63', 1],
  ['0.1 kg', 100],
  ['2.2 oz', 2.835],
  ['1.234,5', 0.1],
])('%s was given to %d g: a person’s rounding is part of its doubt', (text, step) => {
  const parsed = parseQuantity(text, 'mass');
  expect(parsed.ok && parsed.value.step).toBeCloseTo(step, 3);
});

test.each([
  ['', 'empty'],
  ['abc', 'notANumber'],
  ['12 ml', 'wrongUnit'],
  ['1,2.3,4', 'ambiguousNumber'],
  ['1.2.3', 'ambiguousNumber'],
  ['63.42.', 'ambiguousNumber'],
  ['NaN', 'notANumber'],
  ['12 g g', 'notANumber'],
  ['--5', 'notANumber'],
  ['6 3.42', 'ambiguousNumber'],
  ['12 34', 'ambiguousNumber'],
  ['1,234', 'ambiguousNumber'],
  ['63 constructor', 'wrongUnit'],
  ['63 toString', 'wrongUnit'],
  [`1${'0'.repeat(400)}`, 'notANumber'],
])('“%s” is refused as %s with words', (text, code) => {
  const parsed = parseQuantity(text, 'mass');
  expect(parsed.ok ? 'read' : parsed.problem.code).toBe(code);
  if (!parsed.ok) expect(explain(parsed.problem)).toMatch(/Enter|Use/);
});

test('minus nothing is nothing; a density with its comma is no thousand', () => {
  const zero = parseQuantity('-0', 'mass');
  expect(zero.ok && Object.is(zero.value.value, 0)).toBe(true);
  const rho = parseQuantity('1,064', 'density');
  expect(rho.ok && rho.value.value).toBe(1.064);
});

test('what is written with point or comma is read back', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 99_999_999 }),
      fc.constantFrom('.', ','),
      fc.constantFrom('', ' g', 'g'),
      (n, mark, unit) => {
        const parsed = parseQuantity((n / 100).toFixed(2).replace('.', mark) + unit, 'mass');
        return parsed.ok && Math.abs(parsed.value.value - n / 100) < 1e-6 && parsed.value.step === 0.01;
      },
    ),
  );
});

test.each([
  ['21 cm', 210],
  ['0.3 m', 300],
  ['17 in', 431.8],
  ['17"', 431.8],
  ['297', 297],
])('a size of %s is %d mm', (text, mm) => {
  const parsed = parseQuantity(text, 'length');
  expect(parsed.ok && parsed.value.value).toBeCloseTo(mm, 9);
});
