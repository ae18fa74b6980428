import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { newContextForTest } from '../testing';
import { scaleReading } from '../ledger';
import { parseDisplay } from './parseDisplay';
import { parseScaleLine } from './parseScaleLine';
import { settle } from './settle';
import { NOT_YET, takeByItself } from './takeByItself';

test.each<[string, number, boolean | null]>([
  ['+  63.42 g', 63.42, null],
  ['ST,GS,+  63.42 g', 63.42, true],
  ['US,GS,+  63.42 g', 63.42, false],
  ['S S     63.42 g', 63.42, true],
  ['S D     63.42 g', 63.42, false],
  ['  63,42g', 63.42, null],
  ['? 63.42 g', 63.42, false],
  ['63.42 g *', 63.42, false],
  ['-  0.12 g', -0.12, null],
  ['ST,GS,+00002.20oz', 62.369, true],
  ['0.0634 kg', 63.4, null],
  ['63420 mg', 63.42, null],
  ['\u000263.42 g\u0003', 63.42, null],
  ['63', 63, null],
])('%j is %d g', (line, grams, stable) => {
  const reading = parseScaleLine(line);
  if (reading.kind !== 'mass') throw new Error(reading.kind);
  expect(reading.massG).toBeCloseTo(grams, 2);
  expect(reading.stable).toBe(stable);
});

test.each([
  // The doubt of a reading begins with the step that its last digit shows, in grams.
  ['63.42 g', 0.01],
  ['63.4', 0.1],
  ['63 g', 1],
  ['0.0634 kg', 0.1],
  ['63420 mg', 0.001],
  ['2.20 oz', 0.2835],
])('%s was read in steps of %d g', (line, step) => {
  const reading = parseScaleLine(line);
  expect(reading.kind === 'mass' && reading.stepG).toBeCloseTo(step, 4);
});

test('what is no reading is told as far as it can be read, not by the mile', () => {
  for (const line of [`.42 ${'x'.repeat(400)}`, `63.42 g ${'much '.repeat(90)}`, `1 2 ${'3'.repeat(90)}`]) {
    const reading = parseScaleLine(line);
    expect(reading.kind === 'noise' && reading.text.length).toBe(60);
  }
});

test.each([
  ['---OL---', 'overload'],
  ['OVERLOAD', 'overload'],
  ['ST,OL,', 'overload'],
  ['^^^^^', 'overload'],
  ['HHHHH', 'overload'],
  ['S +', 'overload'],
  ['OVER', 'overload'],
  ['Err-H', 'overload'],
  ['ERH', 'overload'],
  ['Er H', 'overload'],
  ['^^ 12.5', 'overload'],
  ['++++', 'overload'],
  // One mark beside a number is the scale’s own, and not that it carries too much.
  ['^ 12.5 g', 'mass'],
  ['¯ 12.5 g', 'mass'],
  ['63.42 +', 'mass'],
  ['UL', 'underload'],
  ['_____', 'underload'],
  ['LLLLL', 'underload'],
  ['', 'noise'],
  ['hello scale v2', 'noise'],
  ['12.5 g 13.5 g', 'noise'],
  ['63.42 ml', 'noise'],
  ['12:30:45', 'noise'],
  ['.42 g', 'noise'],
  ['63..42', 'noise'],
  ['1,234.5 g', 'noise'],
  // Another number than the weight stands in the line: a tare, a battery, a share, a name, a gap in the digits.
  ['T 12.30 g', 'noise'],
  ['Tare 12.30 g', 'noise'],
  ['ST,TR,  12.30g', 'noise'],
  ['PT 5.00g', 'noise'],
  ['BATT 63', 'noise'],
  ['low bat 2', 'noise'],
  ['LO 12', 'noise'],
  ['ID 1234', 'noise'],
  ['63.42 %', 'noise'],
  ['63. 42 g', 'noise'],
  ['ww63.42', 'noise'],
  ['Err 5', 'noise'],
  ['ERROR 12', 'noise'],
  [`${'9'.repeat(400)} g`, 'noise'],
])('%j is %s', (line, kind) => expect(parseScaleLine(line).kind).toBe(kind));

test('no line makes it throw, and what it cannot read is never a guess', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary', maxLength: 60 }), (line) => {
      const reading = parseScaleLine(line);
      return reading.kind !== 'mass' || (Number.isFinite(reading.massG) && /\d/.test(line));
    }),
  );
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 99999 }),
      fc.constantFrom('ST,GS,+', 'US,GS,+', '+ ', ''),
      (centi, mark) => {
        const reading = parseScaleLine(`${mark}${(centi / 100).toFixed(2).padStart(8)} g`);
        return (
          reading.kind === 'mass' && Math.abs(reading.massG - centi / 100) < 1e-9 && reading.stepG === 0.01
        );
      },
    ),
  );
});

test('settled: the scale says so, or it stood still for 1.2 s; never while it moves', () => {
  const at = (pairs: readonly (readonly [number, number, boolean | null])[]) =>
    settle(
      pairs.map(([atMs, massG, stable]) => ({ atMs, massG, stable })),
      0.01,
    );
  expect(at([])).toBeNull();
  expect(at([[0, 5, true]])).toBe(5);
  expect(at([[0, 5, null]])).toBeNull();
  expect(
    at([
      [0, 5, null],
      [700, 5.01, null],
      [1300, 5, null],
    ]),
  ).toBe(5);
  expect(
    at([
      [0, 4, null],
      [700, 5.01, null],
      [1300, 5, null],
    ]),
  ).toBeNull();
  expect(
    at([
      [0, 5, true],
      [1300, 5, false],
    ]),
  ).toBeNull();
});

test('a reading carries the scale’s u; a reference mass corrects its span and adds its own doubt', () => {
  const context = newContextForTest();
  expect(scaleReading(context, undefined, 50)).toEqual({ value: 50, u: 0.05 });
  const plain = scaleReading(context, 'scale', 50);
  expect(plain.u).toBeCloseTo(0.01528, 5);
  context.spans.set('scale', { factor: 100 / 99.5, u: 0.0002, at: '2026-01-01T00:00:00.000Z' });
  const corrected = scaleReading(context, 'scale', 50);
  expect(corrected.value).toBeCloseTo(50.2513, 4);
  expect(corrected.u).toBeGreaterThan(plain.u);
});

test.each([
  ['63.42', 2, 63.42],
  ['-0.15', 2, -0.15],
  ['0.0', 1, 0],
  ['63.42', null, 63.42],
  // Its point was lost, or a digit is missing: ten times too much is worse than nothing.
  ['6342', 2, null],
  ['6342', null, null],
  ['63.4', 2, null],
  ['063.42', 2, null],
  ['00.42', 2, null],
  ['', 0, null],
  ['-', 0, null],
  ['63.42.1', null, null],
  ['120', 0, 120],
])('a display that shows %s, of a scale with %s places, says %s g', (text, places, massG) => {
  const read = parseDisplay(text, places);
  if (massG === null) return expect(read).toEqual({ kind: 'noise', text });
  expect(read).toMatchObject({ kind: 'mass', massG, stable: null });
  expect(read.kind === 'mass' && read.stepG).toBeCloseTo(10 ** -(text.split('.')[1]?.length ?? 0), 9);
  const ounces = parseDisplay(text, places, 'oz');
  expect(ounces.kind === 'mass' && ounces.massG).toBeCloseTo(massG * 28.349523125, 6);
  expect(ounces.kind === 'mass' && ounces.stepG / 28.349523125).toBeCloseTo(
    10 ** -(text.split('.')[1]?.length ?? 0),
    9,
  );
});

test('a weight is taken by itself once it lies there: what lay there before, a hand and an empty pan are not', () => {
  const range = [41, 70] as const;
  const taken: number[] = [];
  let waiting = NOT_YET;
  /** Readings, the last of them still or not. */
  const read = (massG: number | null, still: boolean): void => {
    const step = takeByItself(waiting, massG, still ? massG : null, range);
    waiting = step.waiting;
    if (step.take !== null) taken.push(step.take);
  };
  // It lay there before it was asked for: whose it is, nobody knows.
  read(60, true);
  read(60.3, true);
  expect(taken).toEqual([]);
  read(0, true);
  read(30, false);
  read(63.42, false);
  expect(taken).toEqual([]);
  read(63.42, true);
  expect(taken).toEqual([63.42]);
  // The next is asked for while this one still lies there, and while the scale is silent.
  read(63.43, true);
  read(null, false);
  read(63.42, true);
  expect(taken).toEqual([63.42]);
  // Its twin, as heavy as itself; then one that cannot be what is asked.
  read(0.01, false);
  read(63.42, true);
  read(0, true);
  read(120, true);
  expect(taken).toEqual([63.42, 63.42]);
});
