import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { between } from '../testing';
import { formatMoney, minorPerMajor } from './formatMoney';
import { formatMoneyAbout } from './formatMoneyAbout';
import { formatUncertain } from './formatUncertain';
import { inkByMass } from './inkByMass';
import { normalCdf, studentT } from '../numeric';
import { parseMoney } from './parseMoney';
import { parseQuantity } from './parseQuantity';
import { scaleUncertainty } from './scaleUncertainty';
const plain = (text: string): string => text.replace(/\u00a0/g, ' ');

test.each([
  [20.526, 0.126, 'ml', '20.53 ± 0.25 ml'],
  [20.526, 0.7, 'ml', '20.5 ± 1.4 ml'],
  [20.526, 3.1, 'ml', '21 ± 6 ml'],
  [63.42, 0.0153, 'g', '63.42 ± 0.03 g'],
  [-0.001, 0.2, 'ml', '0.0 ± 0.4 ml'],
  [-3.2, 0.2, 'ml', '−3.2 ± 0.4 ml'],
  [5, 0, 'ml', '5.00 ± 0.00 ml'],
  [0.0311, 0.0005, 'ml', '0.0311 ± 0.0010 ml'],
  [0.0311, 0.0021, 'ml', '0.031 ± 0.004 ml'],
  [1234.5, 40, '', '1235 ± 78'],
])('%d with u %d is written %s %s', (value, u, unit, text) => {
  expect(plain(formatUncertain({ value, u }, unit))).toBe(text);
});

test.each([
  ['47.50', 'GBP', 4750],
  ['£47,50', 'GBP', 4750],
  ['47,50 EUR', 'EUR', 4750],
  ['1.234,56', 'EUR', 123456],
  ['1500', 'JPY', 1500],
  ['¥1 500', 'JPY', 1500],
  ['0', 'GBP', 0],
])('%s in %s is %d minor units', (text, currency, minor) => {
  expect(parseMoney(text, currency)).toEqual({ ok: true, value: minor });
});

test.each([
  ['-3', 'negativeMoney'],
  ['', 'empty'],
  ['a lot', 'notANumber'],
  ['1.2.3', 'ambiguousNumber'],
])('%s as money: %s', (text, code) => {
  const parsed = parseMoney(text, 'GBP');
  expect(!parsed.ok && parsed.problem.code).toBe(code);
});

test('money is written in its currency, with more places for a price per ml', () => {
  expect(formatMoney(123456, 'GBP')).toBe('£1,234.56');
  expect(formatMoney(9.04, 'GBP', { decimals: 3 })).toBe('£0.090');
  expect(formatMoney(1500, 'JPY')).toBe('JP¥1,500');
  expect([minorPerMajor('GBP'), minorPerMajor('JPY')]).toEqual([100, 1]);
});

test('a number written by this program is read back by it, or asked about where it could be two', () => {
  fc.assert(
    fc.property(
      between(-1e5, 1e5),
      fc.integer({ min: 0, max: 4 }),
      fc.constantFrom('.', ','),
      (x, digits, mark) => {
        const text = x.toFixed(digits).replace('.', mark);
        const parsed = parseQuantity(text, 'plain');
        if (/^-?[1-9]\d{0,2},\d{3}$/.test(text))
          return expect(!parsed.ok && parsed.problem.code).toBe('ambiguousNumber');
        expect(parsed.ok && parsed.value.value).toBeCloseTo(Number(x.toFixed(digits)), 9);
        expect(parsed.ok && parsed.value.step).toBeCloseTo(10 ** -digits, 12);
      },
    ),
  );
});

test('ink by mass: the formula’s u against many drawn worlds', () => {
  let seed = 5;
  const next = (): number => (seed = (seed * 16807) % 2147483647) / 2147483647;
  const normal = (mean: number, u: number): number =>
    mean + u * Math.sqrt(-2 * Math.log(next())) * Math.cos(2 * Math.PI * next());
  const stated = inkByMass(
    { value: 63.42, u: 0.0153 },
    { value: 41.58, u: 0.05 },
    { value: 1.064, u: 0.006 },
  );
  const drawn = Array.from(
    { length: 20_000 },
    () => (normal(63.42, 0.0153) - normal(41.58, 0.05)) / normal(1.064, 0.006),
  );
  const mean = drawn.reduce((a, b) => a + b, 0) / drawn.length;
  const sd = Math.sqrt(drawn.reduce((a, b) => a + (b - mean) ** 2, 0) / drawn.length);
  expect(mean).toBeCloseTo(stated.value, 2);
  expect(sd / stated.u).toBeGreaterThan(0.97);
  expect(sd / stated.u).toBeLessThan(1.03);
  expect(inkByMass({ value: 40, u: 0.1 }, { value: 41, u: 0.1 }, { value: 1, u: 0 }).value).toBe(-1);
  expect(() => inkByMass({ value: 1, u: 0 }, { value: 0, u: 0 }, { value: 0, u: 0 })).toThrow(RangeError);
});

test('tables and bounds of the small functions', () => {
  expect([0, 1.96, -1.96].map((z) => Number(normalCdf(z).toFixed(3)))).toEqual([0.5, 0.975, 0.025]);
  expect([1, 4, 30, 31, 1000].map((f) => Number(studentT(f).toFixed(2)))).toEqual([
    12.71, 2.78, 2.04, 2.04, 1.96,
  ]);
  expect(() => studentT(0.5)).toThrow(RangeError);
  expect(scaleUncertainty({ resolutionG: 0.1, repeatabilityG: 0 })).toBeCloseTo(0.0289, 4);
  expect(() => scaleUncertainty({ resolutionG: -1, repeatabilityG: 0 })).toThrow(RangeError);
  expect(() => scaleUncertainty({ resolutionG: NaN, repeatabilityG: 0 })).toThrow(RangeError);
});

test.each([
  // Pence of a sum that is known to some tens of pounds would be a promise.
  [171_843, 4400, 'GBP', '£1,720'],
  [171_843, 999, 'GBP', '£1,718'],
  [171_843, 99, 'GBP', '£1,718.40'],
  [171_843, 9, 'GBP', '£1,718.43'],
  [171_843, 0, 'GBP', '£1,718.43'],
  [-171_843, 4400, 'GBP', '-£1,720'],
  [400, 4400, 'GBP', '£0'],
  [1543, 200, 'JPY', '¥1,500'],
])('%d known to %d of %s is about %s', (minor, half, currency, words) => {
  expect(formatMoneyAbout(minor, half, currency).replace('JP¥', '¥')).toBe(words);
});
