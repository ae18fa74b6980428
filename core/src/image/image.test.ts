import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { between, PRINTER } from '../testing';
import { ColourCount } from './ColourCount';
import { demandPicture } from './demandPicture';
import { FULL_ML_PER_DM2, imageDemand } from './imageDemand';
import { profileDescription } from './profileDescription';
import { separate } from './separate';

const SHADES = [
  'photo black',
  'matte black',
  'grey',
  'light grey',
  'cyan',
  'light cyan',
  'magenta',
  'light magenta',
  'yellow',
  'orange',
  'red',
  'green',
  'blue',
  'violet',
] as const;
const light = between(0, 1);
const THREE = ['cyan', 'magenta', 'yellow'] as const;
/** The three colours with any others, or neutrals alone. */
const some = fc.oneof(
  fc.subarray([...SHADES]).map((shades) => [...new Set([...THREE, ...shades])]),
  fc.subarray(SHADES.slice(0, 4), { minLength: 1 }),
);
const SLOTS = SHADES.slice(0, 9).map((shade, i) => ({ ...PRINTER.slots[0]!, id: `s${i}`, shades: [shade] }));
const total = (spot: ReadonlyMap<string, number>): number => [...spot.values()].reduce((a, b) => a + b, 0);
const near = 1e-9;

describe('separation', () => {
  test('white takes nothing; nothing is negative; no spot takes less when it darkens, whatever inks there are', () => {
    fc.assert(
      fc.property(
        some,
        light,
        light,
        light,
        light,
        light,
        light,
        fc.boolean(),
        (shades, r, g, b, x, y, z, matte) => {
          expect(total(separate(1, 1, 1, shades, matte))).toBe(0);
          const spot = separate(r, g, b, shades, matte);
          const darker = separate(r * x, g * y, b * z, shades, matte);
          for (const area of [...spot.values(), ...darker.values()])
            expect(area).toBeGreaterThanOrEqual(-near);
          expect(total(darker)).toBeGreaterThanOrEqual(total(spot) - near);
        },
      ),
    );
  });

  test.each([
    // Greys: 0.9 is within the light grey alone; black comes in only where it is dark.
    [[0.9, 0.9, 0.9], 'light grey', ['photo black', 'grey']],
    [[0.02, 0.02, 0.02], 'photo black', ['light grey']],
    [[0.9, 1, 1], 'light cyan', ['cyan', 'magenta', 'yellow']],
    [[0, 1, 1], 'cyan', ['light cyan', 'magenta']],
    [[1, 0, 0], 'red', ['orange', 'green', 'blue', 'cyan']],
    [[1, 0.5, 0], 'orange', ['blue', 'green', 'cyan']],
    [[0, 1, 0], 'green', ['red', 'blue', 'magenta']],
    [[0, 0, 1], 'blue', ['red', 'green', 'yellow']],
    [[0.4, 0, 1], 'violet', ['green', 'yellow', 'red']],
  ] as const)('%j asks most of %s, nothing of %j', ([r, g, b], most, none) => {
    const spot = separate(r, g, b, SHADES);
    expect([...spot].sort((a, b) => b[1] - a[1])[0]![0]).toBe(most);
    for (const shade of none) expect(spot.get(shade)).toBeCloseTo(0, 9);
  });

  test('by hand: a mid grey of linear light 0.5 with black, cyan, magenta, yellow', () => {
    // Lacks 0.5 of each; black takes 0.5, of each colour a third of 0.5 stays.
    const spot = separate(0.5, 0.5, 0.5, ['photo black', 'cyan', 'magenta', 'yellow']);
    expect(spot.get('photo black')).toBeCloseTo(0.5, 9);
    for (const shade of ['cyan', 'magenta', 'yellow']) expect(spot.get(shade)).toBeCloseTo(0.5 / 3, 9);
  });

  test('the black that the paper does not take stays out; greys alone print by lightness; a clear coat lies evenly', () => {
    expect(separate(0, 0, 0, SHADES, true).get('photo black')).toBe(0);
    expect(separate(0, 0, 0, SHADES, true).get('matte black')).toBeGreaterThan(0.9);
    expect(total(separate(1, 0, 0, ['grey', 'photo black']))).toBeCloseTo(1 - 0.2126, 9);
    const coat = (r: number): number => separate(r, r, r, ['clear coat', 'cyan']).get('clear coat')!;
    expect(coat(1)).toBe(coat(0));
  });
});

describe('a picture’s demand', () => {
  const pixels = fc.array(fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: 0, max: 255 }))), {
    minLength: 1,
    maxLength: 60,
  });
  const counted = (some: readonly (readonly number[])[]): ColourCount => {
    const count = new ColourCount();
    count.add(some.flat(), 3, 8);
    return count;
  };
  const demand = (count: ColourCount): number[] =>
    imageDemand(count.shares(), SLOTS).map(({ mlPerDm2 }) => mlPerDm2);

  test('mean over parts equals the whole; it does not depend on the number of pixels, nor on how they come', () => {
    fc.assert(
      fc.property(pixels, pixels, (a, b) => {
        const parts = [a, b].map((part) => demand(counted(part)));
        const whole = new ColourCount();
        whole.add(a.flat(), 3, 8);
        whole.add(b.flat(), 3, 8);
        expect(whole.pixels).toBe(a.length + b.length);
        demand(whole).forEach((ml, s) =>
          expect(ml).toBeCloseTo((parts[0]![s]! * a.length + parts[1]![s]! * b.length) / whole.pixels, 9),
        );
        demand(counted([...a, ...a, ...a])).forEach((ml, s) => expect(ml).toBeCloseTo(parts[0]![s]!, 9));
      }),
      { numRuns: 40 },
    );
  });

  test('white takes nothing, black the most of what one ink can; 16 bit, grey and transparent pixels are read right', () => {
    const of = (data: readonly number[], channels: 1 | 2 | 3 | 4, bits: 8 | 16 = 8): number => {
      const count = new ColourCount();
      count.add(data, channels, bits);
      return demand(count).reduce((a, b) => a + b, 0);
    };
    expect(of([255, 255, 255], 3)).toBe(0);
    expect(of([65_535, 65_535, 65_535], 3, 16)).toBe(0);
    expect(of([0, 0, 0, 0], 4)).toBe(0);
    expect(of([0, 0], 2)).toBe(0);
    const black = of([0, 0, 0], 3);
    expect(black).toBeCloseTo(2 * FULL_ML_PER_DM2, 6);
    expect(of([0], 1)).toBe(black);
    expect(of([0, 0, 0], 3, 16)).toBe(black);
    expect(of([0, 0, 0, 255], 4)).toBe(black);
    expect(of([128 * 257, 128 * 257, 128 * 257], 3, 16)).toBeCloseTo(of([128, 128, 128], 3), 9);
  });

  test('the small pictures show where each channel is asked for', () => {
    const maps = demandPicture([255, 255, 255, 255, 0, 0, 0, 255, 0, 0, 0, 0], SLOTS);
    expect(maps).toHaveLength(SLOTS.length);
    for (const map of maps) expect([map[0], map[2]]).toEqual([0, 0]);
    expect(Math.max(...maps.map((map) => map[1]!))).toBeGreaterThan(0.9);
  });
});

test('a profile’s name: version 2, version 4, and nonsense', () => {
  const profile = (type: string, body: readonly number[]): Uint8Array => {
    const bytes = new Uint8Array(200 + body.length);
    const put = (at: number, text: string): void =>
      bytes.set(
        [...text].map((c) => c.charCodeAt(0)),
        at,
      );
    put(16, 'RGB ');
    bytes.set([0, 0, 0, 1], 128);
    put(132, 'desc');
    bytes.set([0, 0, 0, 160, 0, 0, 0, 90], 136);
    put(160, type);
    bytes.set(body, 168);
    return bytes;
  };
  const letters = (text: string): number[] => [...text].map((c) => c.charCodeAt(0));
  const two = profile('desc', [0, 0, 0, 11, ...letters('Display P3'), 0]);
  expect(profileDescription(two)).toBe('Display P3');
  const wide = letters('Adobe RGB').flatMap((c) => [0, c]);
  const head = [0, 0, 0, 1, 0, 0, 0, 12, ...letters('enUS'), 0, 0, 0, wide.length, 0, 0, 0, 28];
  expect(profileDescription(profile('mluc', [...head, ...wide]))).toBe('Adobe RGB');
  for (const bytes of [new Uint8Array(0), new Uint8Array(140).fill(255), profile('text', [1, 2, 3])])
    expect(profileDescription(bytes)).toBeNull();
});
