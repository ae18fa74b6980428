import { expect, test } from '@jest/globals';
import { readDisplay } from '@hiraeth/core/image';
import { makeChance } from '../random';
import { gradedDisplay } from './gradedDisplay';
import { GRADES } from './gradedPhotograph';
import { NINE_LAYOUT } from './nineLayout';
import { photographCheck } from './photographCheck';
import { photographDisplay, type DisplayOptions } from './photographDisplay';

const STRAIGHT: Omit<DisplayOptions, 'chance'> = {
  width: 480,
  height: 270,
  kind: 'lcd',
  slant: 6,
  digitWidth: 0.52,
  thick: 0.12,
  gap: 0.02,
  ghost: 0,
  size: 0.8,
  tilt: [0, 0, 0],
  shift: [0, 0],
  blur: 0.4,
  noise: 2,
  dim: 0.9,
  shadow: 0,
  glare: 0,
};
const shown = (text: string, options: Partial<DisplayOptions> = {}): string | null | undefined =>
  readDisplay(photographDisplay(text, { ...STRAIGHT, chance: makeChance(3), ...options }))?.text;

test.each(['lcd', 'backlit', 'negative', 'red', 'green'] as const)(
  'each digit, the point and the sign on a display that is %s',
  (kind) => {
    // What is narrow, and what has nothing above its middle, looks alike on all of them.
    const more = kind === 'lcd' ? ['0.0', '111.11', '44.74'] : [];
    for (const text of ['123.45', '678.90', '-0.17', ...more])
      expect([text, shown(text, { kind })]).toEqual([text, text]);
  },
);

test('from the side, from above, turned, in a shadow: as it is shown', () => {
  for (const tilt of [
    [25, 0, 0],
    [-25, 0, 3],
    [0, 25, -5],
    [12, -20, 6],
  ] as const)
    for (const shadow of [0, 0.5]) expect([tilt, shown('63.42', { tilt, shadow })]).toEqual([tilt, '63.42']);
});

test('what a lamp’s mirror image hides is not guessed', () => {
  // Over every digit in turn: read as it is, or not at all.
  for (let seed = 1; seed <= 12; seed++) {
    const read = shown('88.88', { glare: 170, chance: makeChance(seed) });
    expect([null, undefined, '88.88']).toContain(read);
  }
});

test('no display, no number: an even wall, noise, a printed check', () => {
  const chance = makeChance(9);
  const rgba = (value: () => number) => Uint8ClampedArray.from({ length: 4 * 320 * 180 }, value);
  expect(readDisplay({ width: 320, height: 180, rgba: rgba(() => 180) })).toBeNull();
  const noise = readDisplay({ width: 320, height: 180, rgba: rgba(() => 255 * chance.next()) });
  expect(noise?.text ?? null).toBeNull();
  const { photo } = photographCheck(
    NINE_LAYOUT,
    {},
    { width: 480, height: 360, chance, perspective: 0, turn: 0, noise: 2, blur: 0.4, dim: 0.9, glow: 0 },
  );
  expect(readDisplay(photo)?.text ?? null).toBeNull();
});

test('photographs from easy to hard: most are read, and what is read is what is shown', () => {
  let [right, wrong] = [0, 0];
  for (const grade of GRADES)
    for (let seed = 1; seed <= 4; seed++) {
      const { text, photo } = gradedDisplay(grade, makeChance(100 * grade + seed));
      const read = readDisplay(photo)?.text ?? null;
      if (read === text) right += 1;
      else if (read !== null) wrong += 1;
    }
  expect(wrong).toBe(0);
  expect(right).toBeGreaterThanOrEqual(16);
});
