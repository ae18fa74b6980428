import type { CheckLayout } from '../../workbook';
import { toPhoto, type Frame } from './frame';
import { gridScore } from './gridScore';
import type { Corners, Point } from '../homography';
import { everyFor } from './lineAt';
import type { Photo } from '../photo';

// Looked up once: these stand in loops.
const { abs, hypot, max } = Math;

/** Cells that are looked at while a frame is moved: enough for the noise, few enough for time. */
const LOOKED_AT = 260;
/** A lens's bend is tried in steps of this. */
const BEND_STEP = 0.012;
const MOST_BEND = 0.09;
/** A corner that nobody saw may lie so far off, share of the longer side. */
const UNSEEN = 0.09;

/** Corners are moved by these shares of a row, one after the other, one by one and all at once. */
const SHARES = [0.35, 0.175, 0.0875, 0.044];
const MOST_JUMPS = 3;
const ALL = [0, 1, 2, 3];
const APART = [[0], [1], [2], [3], ALL];

/**
 * Moves a frame's corners, and bends it as lenses do, by less and less, as long as the lines are found better.
 *
 * @param unseen the corner that is not in the picture, 0 to 3: it is looked for more widely
 * @returns the frame and how well its lines are found, see `gridScore`
 */
export function settleFrame(
  photo: Photo,
  layout: CheckLayout,
  start: Frame,
  unseen: number | null = null,
): { readonly frame: Frame; readonly score: number } {
  const rows = max(...layout.fields.map((field) => field.rows / field.height));
  const [a, b, , d] = start.corners;
  const side = hypot(d[0] - a[0], d[1] - a[1]);
  const every = everyFor(layout, LOOKED_AT);
  const scoreOf = (frame: Frame): number => gridScore(photo, layout, toPhoto(frame, photo), every);
  let best = { frame: start, score: scoreOf(start) };
  const tried = (frame: Frame): boolean => {
    const score = scoreOf(frame);
    if (score <= best.score) return false;
    best = { frame, score };
    return true;
  };
  const row = side / rows;
  if (unseen !== null) {
    const reach = UNSEEN * max(side, hypot(b[0] - a[0], b[1] - a[1]));
    // A third of a row apart: between two of them no row is passed over.
    const step = max(row / 3, reach / 24);
    const from = start.corners[unseen]!;
    const put = (to: Point): Frame => ({
      ...start,
      corners: start.corners.map((one, i) => (i === unseen ? to : one)) as unknown as Corners,
    });
    for (let y = -reach; y <= reach; y += step)
      for (let x = -reach; x <= reach; x += step) tried(put([from[0] + x, from[1] + y]));
  }
  for (let jump = 0; jump < MOST_JUMPS; jump++) {
    settle();
    // Lines stand in rows: a grid may have found its own next row, and none of the small moves leads back from there.
    const before = best;
    for (const rows of [-2, -1, 1, 2]) tried(moved(before.frame, ALL, 'down', rows * row));
    if (best === before) break;
  }
  return best;

  function settle(): void {
    for (const share of SHARES)
      for (let round = 0; round < 3; round++) {
        let better = false;
        for (const corners of APART)
          for (const axis of ['across', 'down'] as const)
            for (const way of [-1, 1])
              if (tried(moved(best.frame, corners, axis, way * share * row))) better = true;
        for (const way of [-1, 1]) {
          const bend = best.frame.bend + way * BEND_STEP * (share / 0.35);
          if (abs(bend) <= MOST_BEND && tried({ ...best.frame, bend })) better = true;
        }
        if (!better) break;
      }
  }
}

/** Moves some of a frame's corners along its own sides, pixels. */
function moved(frame: Frame, which: readonly number[], axis: 'across' | 'down', by: number): Frame {
  const [a, b, , d] = frame.corners;
  const to = axis === 'across' ? b : d;
  const [dx, dy] = [to[0] - a[0], to[1] - a[1]];
  const length = hypot(dx, dy);
  const corners = frame.corners.map(([x, y], i): Point =>
    which.includes(i) ? [x + (by * dx) / length, y + (by * dy) / length] : [x, y],
  );
  return { ...frame, corners: corners as unknown as Corners };
}
