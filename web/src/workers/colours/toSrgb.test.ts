import { expect, test } from '@jest/globals';
import {
  greyProfile,
  inkTableProfile,
  swappedMatrixProfile,
  swappedTableProfile,
} from '@hiraeth/core/testing';
import { toSrgb } from './toSrgb';

/** Within what a step of an 8 bit L*a*b* is at the edge of sRGB. */
const near = (found: Uint8Array, wanted: readonly number[], by = 6): void => {
  expect(found).toHaveLength(wanted.length);
  wanted.forEach((value, i) => expect(Math.abs(found[i]! - value)).toBeLessThanOrEqual(by));
};

test.each([
  // The file's blue is meant red; white stays the paper's, whatever the profile.
  ['a matrix', swappedMatrixProfile('Turned'), 'RGB', [0, 0, 255, 255, 255, 255], [255, 0, 0, 255, 255, 255]],
  ['a linear matrix', swappedMatrixProfile('Light', 1), 'RGB', [55, 55, 55], [128, 128, 128]],
  ['a table', swappedTableProfile('Table'), 'RGB', [0, 0, 255, 0, 255, 255], [255, 0, 0, 255, 255, 0]],
  // Half the light is sRGB 188.
  ['a grey curve', greyProfile('Grey'), 'GRAY', [128, 0, 255], [188, 188, 188, 0, 0, 0, 255, 255, 255]],
  [
    'inks',
    inkTableProfile('Press'),
    'CMYK',
    [0, 255, 255, 0, 0, 0, 0, 0, 0, 0, 0, 255],
    [255, 0, 0, 255, 255, 255, 0, 0, 0],
  ],
] as const)('%s: colours as they are meant', async (_, profile, colours, pixels, wanted) => {
  const found = (await toSrgb(profile))!;
  expect(found.colours).toBe(colours);
  near(found.map(Uint8Array.from(pixels), wanted.length / 3), wanted);
  found.close();
});

test('L*a*b* needs no profile: white, black, and the red of sRGB', async () => {
  const found = (await toSrgb('Lab'))!;
  near(
    found.map(Uint8Array.from([255, 128, 128, 0, 128, 128, 138, 209, 198]), 3),
    [255, 255, 255, 0, 0, 0, 255, 0, 0],
  );
  found.close();
});

test('what is no profile is none: empty, nonsense, cut off, and of a megabyte of zeros', async () => {
  const cut = inkTableProfile('Cut').slice(0, 400);
  for (const bytes of [new Uint8Array(0), Uint8Array.of(1, 2, 3), cut, new Uint8Array(1_000_000)])
    expect(await toSrgb(bytes)).toBeNull();
});
