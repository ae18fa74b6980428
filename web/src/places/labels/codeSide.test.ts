import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { between } from '@hiraeth/core/testing';
import jsQR from 'jsqr';
import { labelCode } from '@hiraeth/core/ledger';
import { qrModules } from '../../parts/qrModules';
import { codeSide } from './codeSide';

const OWN = labelCode('cartridge', '01KD9Q4M7VZ8W3N5R6T1X2Y4B7');

/** Printed with so many dots to the inch, laid down somewhere on their grid, each dot as dark as what it covers. */
function printed(text: string, sideMm: number, dpi: number, [dx, dy]: readonly [number, number]) {
  const { squares, isBlack } = qrModules(text);
  const px = Math.ceil((sideMm * dpi) / 25.4) + 2;
  const rgba = new Uint8ClampedArray(4 * px * px).fill(255);
  const fine = 4;
  for (let y = 0; y < px; y++)
    for (let x = 0; x < px; x++) {
      let black = 0;
      for (let v = 0; v < fine; v++)
        for (let u = 0; u < fine; u++) {
          const at = (k: number, sub: number, d: number): number =>
            Math.floor((((k + (sub + 0.5) / fine - d) * 25.4) / dpi / sideMm) * squares);
          if (isBlack(at(x, u, dx), at(y, v, dy))) black += 1;
        }
      rgba.fill(255 - (255 * black) / fine ** 2, 4 * (y * px + x), 4 * (y * px + x) + 3);
    }
  return jsQR(rgba, px, px)?.data ?? null;
}

test('what a label has at the least is read as a printer of 150 dots to the inch lays it down, wherever on its grid', () => {
  const room = codeSide(OWN, 20, 15);
  if (!('side' in room)) throw new Error('refused');
  const grid = Array.from({ length: 25 }, (_, i) => [0.2 * (i % 5), 0.2 * Math.floor(i / 5)] as const);
  const read = grid.filter((at) => printed(OWN, room.side, 150, at) === OWN);
  expect(read.length).toBeGreaterThanOrEqual(24);
  // As large as it was, hardly one in five would be.
  expect(grid.filter((at) => printed(OWN, 8.4, 150, at) === OWN).length).toBeLessThan(read.length / 2);
});

test('a code stays on its label; with room it leaves the words theirs; what no phone reads is refused, with what is', () => {
  expect(codeSide(OWN, 63.5, 38.1)).toEqual({ side: 0.42 * 63.5 });
  const text = fc.string({ minLength: 1, maxLength: 64, unit: 'grapheme-ascii' });
  const mm = between(15, 60);
  fc.assert(
    fc.property(text, mm, mm, (id, width, height) => {
      const code = labelCode('bottle', id);
      const room = codeSide(code, width, height);
      const shorter = Math.min(width, height);
      if ('side' in room) {
        expect(room.side).toBeLessThanOrEqual(shorter - 2 + 1e-9);
        expect(room.side / qrModules(code).squares).toBeGreaterThanOrEqual(0.33);
      } else {
        expect(room.least).toBeGreaterThan(shorter);
        expect('side' in codeSide(code, room.least, room.least)).toBe(true);
      }
    }),
  );
});
