import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { between } from '../testing';
import { inverted, mapped, squareTo, type Corners, type Point } from './homography';

/** A sheet on a desk, seen from the side: no two of its edges stand parallel. */
const SEEN: Corners = [
  [100, 40],
  [620, 90],
  [560, 480],
  [60, 390],
];
const UNIT: readonly Point[] = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
];
const near = ([x, y]: Point, [a, b]: Point): void => {
  expect(x).toBeCloseTo(a, 6);
  expect(y).toBeCloseTo(b, 6);
};

test('a sheet’s corners lie where they were seen; its middle is where its diagonals cross, not the mean of the corners', () => {
  const map = squareTo(SEEN);
  UNIT.forEach(([x, y], i) => near(mapped(map, x, y), SEEN[i]!));
  const [[ax, ay], [bx, by], [cx, cy], [dx, dy]] = SEEN;
  // Two lines, by hand: a + t(c − a) = b + s(d − b).
  const t = ((bx - ax) * (dy - by) - (by - ay) * (dx - bx)) / ((cx - ax) * (dy - by) - (cy - ay) * (dx - bx));
  near(mapped(map, 0.5, 0.5), [ax + t * (cx - ax), ay + t * (cy - ay)]);
});

test('a line of the sheet is a line of the picture, and the way back is the way', () => {
  const jitter = between(-30, 30);
  const share = between(0, 1);
  fc.assert(
    fc.property(fc.array(jitter, { minLength: 8, maxLength: 8 }), share, share, (off, u, v) => {
      const corners = SEEN.map(([x, y], i) => [x + off[2 * i]!, y + off[2 * i + 1]!]) as unknown as Corners;
      const map = squareTo(corners);
      const [x, y] = mapped(map, u, v);
      const [from, to] = [mapped(map, 0, v), mapped(map, 1, v)];
      const across = (x - from[0]) * (to[1] - from[1]) - (y - from[1]) * (to[0] - from[0]);
      expect(across / Math.hypot(to[0] - from[0], to[1] - from[1])).toBeCloseTo(0, 6);
      near(mapped(inverted(map), x, y), [u, v]);
    }),
  );
});
