import { describe, expect, test } from '@jest/globals';
import { parseHidWeight } from './parseHidWeight';
import { parseWeightMeasurement } from './parseWeightMeasurement';

const hid = (...bytes: number[]) => parseHidWeight(Uint8Array.from(bytes));
const ble = (...bytes: number[]) => parseWeightMeasurement(Uint8Array.from(bytes));

describe('a scale of the HID class', () => {
  test.each([
    ['63.42 g, standing still', [4, 2, 0xfe, 0xc6, 0x18], { massG: 63.42, stable: true, stepG: 0.01 }],
    ['the same, still moving', [3, 2, 0xfe, 0xc6, 0x18], { massG: 63.42, stable: false, stepG: 0.01 }],
    ['0.3 g under its zero', [5, 2, 0xff, 3, 0], { massG: -0.3, stable: null, stepG: 0.1 }],
    ['at its zero, whatever the figures', [2, 2, 0, 9, 0], { massG: 0, stable: true, stepG: 1 }],
    ['2.2 oz', [4, 11, 0xff, 22, 0], { massG: 62.3689508, stable: true, stepG: 2.83495231 }],
    ['12 kg in steps of ten grams', [4, 3, 0xfe, 0xb0, 4], { massG: 12_000, stable: true, stepG: 10 }],
    ['the largest figure: 65535 mg', [4, 1, 0, 0xff, 0xff], { massG: 65.535, stable: true, stepG: 0.001 }],
  ] as const)('%s', (_, bytes, mass) => {
    const read = hid(...bytes);
    expect(read).toMatchObject({ kind: 'mass', stable: mass.stable });
    if (read.kind !== 'mass') return;
    expect(read.massG).toBeCloseTo(mass.massG, 5);
    expect(read.stepG).toBeCloseTo(mass.stepG, 7);
  });

  test.each([
    ['overload', [6, 2, 0xfe, 0, 0], { kind: 'overload' }],
    ['at fault', [1, 2, 0, 0, 0], { kind: 'fault', why: 'fault' }],
    ['to be calibrated', [7, 2, 0, 0, 0], { kind: 'fault', why: 'calibrate' }],
    ['to be set to zero', [8, 2, 0, 0, 0], { kind: 'fault', why: 'rezero' }],
  ] as const)('%s is said, and no weight', (_, bytes, reading) => {
    expect(hid(...bytes)).toEqual(reading);
  });

  test.each([
    ['nothing', []],
    ['cut off', [4, 2, 0xfe, 0xc6]],
    ['a unit that there is not', [4, 0, 0, 10, 0]],
    ['taels, of which there are several', [4, 5, 0, 10, 0]],
    ['tons', [4, 8, 0, 10, 0]],
    ['a status that there is not', [9, 2, 0, 10, 0]],
    ['a power that no scale has', [4, 2, 0x70, 10, 0]],
    ['another report with more in it', [4, 2, 0, 10, 0, 1, 2]],
  ])('%s is noise, never a guess', (_, bytes) => {
    expect(hid(...bytes).kind).toBe('noise');
  });
});

describe('Bluetooth’s Weight Scale service', () => {
  test.each([
    ['in kg', [0, 13, 0], 65, 5],
    ['in pounds', [1, 0x90, 1], 1814.36948, 4.5359237],
    [
      'in pounds, with all that there can be',
      [15, 0x90, 1, 0xea, 7, 11, 30, 12, 0, 0, 1, 0, 0, 0, 0],
      1814.36948,
      4.5359237,
    ],
    ['with a time behind it', [2, 13, 0, 0xea, 7, 11, 30, 12, 0, 0], 65, 5],
    ['with all that there can be', [14, 13, 0, 0xea, 7, 11, 30, 12, 0, 0, 1, 0, 0, 0, 0], 65, 5],
  ])('%s', (_, bytes, massG, stepG) => {
    const read = ble(...bytes);
    expect(read.kind === 'mass' && [read.massG.toFixed(4), read.stepG, read.stable]).toEqual([
      massG.toFixed(4),
      stepG,
      true,
    ]);
  });

  test('no weight could be taken: said, not 327 kg', () => {
    expect(ble(0, 0xff, 0xff)).toEqual({ kind: 'fault', why: 'fault' });
  });

  test.each([
    ['nothing', []],
    ['cut off', [2, 13, 0, 0xea]],
    ['longer than it says', [0, 13, 0, 1]],
    ['flags of another time', [64, 13, 0]],
    ['only its flags and half a figure, though no more is promised', [0, 13]],
  ])('%s is noise', (_, bytes) => {
    expect(ble(...bytes).kind).toBe('noise');
  });
});
