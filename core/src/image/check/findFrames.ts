import { findMarks, type Mark } from './findMarks';
import type { Corners, Point } from '../homography';
import { shrunk, type Photo } from '../photo';

// Looked up once: these stand in loops over every three marks.
const { abs, hypot, max, min } = Math;

/** Four corners that may be a grid's, with how well they are. */
export interface FrameFound {
  readonly corners: Corners;
  /** How likely its marks are marks, and of one size, 0 to 1. */
  readonly quality: number;
  /** Its fourth mark is not in the picture: the corner lies where the others say. */
  readonly three: boolean;
}

const LONGEST = 900;
/** Marks of one grid differ by no more than this in size, after perspective. */
const ALIKE = 1.8;
/** A side is so many times as long as a mark, at least. */
const LEAST_APART = 6;
/** Its sides stand apart by an angle whose cosine is below this. */
const SQUARE = 0.42;
/** The fourth corner lies so far from where the other three say, share of the longer side. */
const PERSPECTIVE = 0.2;
/** Width over height, against the layout's. */
const ASPECT = 1.45;
const LEAST_AREA = 0.04;
/** Three marks are less likely a grid's than four. */
const UNSEEN = 0.6;

/**
 * All ways to see a grid's four corner marks in a picture, the likeliest first: what is printed between them has to decide.
 *
 * @param aspect of the grid, width over height; it may lie on any side
 * @param most no more ways than these
 */
export function findFrames(whole: Photo, aspect: number, most: number): readonly FrameFound[] {
  const { photo, by } = shrunk(whole, LONGEST);
  const marks = findMarks(photo);
  const found: Ways[] = [];
  marks.forEach((a, i) => {
    marks.forEach((b, j) => {
      if (j === i || !areAlike(a, b)) return;
      const [ux, uy] = [b.centre[0] - a.centre[0], b.centre[1] - a.centre[1]];
      const u = hypot(ux, uy);
      if (u < LEAST_APART * max(a.side, b.side)) return;
      marks.forEach((d, k) => {
        if (k === i || k === j || !areAlike(a, d)) return;
        const [vx, vy] = [d.centre[0] - a.centre[0], d.centre[1] - a.centre[1]];
        const v = hypot(vx, vy);
        // Clockwise from the first one on.
        if (v < LEAST_APART * max(a.side, d.side) || ux * vy - uy * vx <= 0) return;
        if (abs(ux * vx + uy * vy) > SQUARE * u * v) return;
        const ratio = u / v;
        const fits = isNear(ratio, aspect) || isNear(ratio, 1 / aspect);
        if (!fits || u * v < LEAST_AREA * photo.width * photo.height) return;
        const said: Point = [b.centre[0] + vx, b.centre[1] + vy];
        const reach = PERSPECTIVE * max(u, v);
        let isAlone = true;
        marks.forEach((c, l) => {
          if (l === i || l === j || l === k || !areAlike(a, c)) return;
          if (hypot(c.centre[0] - said[0], c.centre[1] - said[1]) > reach || !isConvex(a, b, c, d)) return;
          isAlone = false;
          // Each four is met from each of its corners: once is enough.
          if (i < j && i < k && i < l) found.push({ marks: [a, b, c, d], quality: qualityOf([a, b, c, d]) });
        });
        if (isAlone) found.push({ marks: [a, b, d], quality: UNSEEN * qualityOf([a, b, d]) });
      });
    });
  });
  return found
    .sort((a, b) => b.quality - a.quality)
    .slice(0, most)
    .map((ways) => frameOf(ways, by));
}

interface Ways {
  /** Four, clockwise; or three, the one across from the first was not seen. */
  readonly marks: readonly [Mark, Mark, Mark, Mark] | readonly [Mark, Mark, Mark];
  readonly quality: number;
}

const isNear = (a: number, b: number): boolean => max(a / b, b / a) < ASPECT;

/** How likely all of them are marks, and of one size. */
function qualityOf(marks: readonly Mark[]): number {
  const sides = marks.map(({ side }) => side);
  const product = marks.reduce((all, { quality }) => all * max(0.01, quality), 1);
  return (product ** (1 / marks.length) * min(...sides)) / max(...sides);
}

const areAlike = (a: Mark, b: Mark): boolean => max(a.side / b.side, b.side / a.side) < ALIKE;

function isConvex(...marks: readonly [Mark, Mark, Mark, Mark]): boolean {
  return marks.every((mark, i) => {
    const [p, q, r] = [mark.centre, marks[(i + 1) % 4]!.centre, marks[(i + 2) % 4]!.centre];
    return (q[0] - p[0]) * (r[1] - q[1]) - (q[1] - p[1]) * (r[0] - q[0]) > 0;
  });
}

/** The outer corner of a mark: of its edge's pixels the one furthest out. */
function outer(mark: Mark, [mx, my]: Point): Point {
  const [dx, dy] = [mark.centre[0] - mx, mark.centre[1] - my];
  const length = hypot(dx, dy);
  let best: Point = mark.centre;
  let most = -Infinity;
  for (const point of mark.edge) {
    const out = point[0] * dx + point[1] * dy;
    if (out > most) [best, most] = [point, out];
  }
  // To the far side of that pixel.
  return [best[0] + (0.5 * dx) / length, best[1] + (0.5 * dy) / length];
}

function frameOf({ marks, quality }: Ways, by: number): FrameFound {
  if (marks.length === 4) {
    const middle: Point = [
      marks.reduce((sum, { centre }) => sum + centre[0], 0) / 4,
      marks.reduce((sum, { centre }) => sum + centre[1], 0) / 4,
    ];
    const corners = marks.map((mark) => scaled(outer(mark, middle), by));
    return { corners: corners as unknown as Corners, quality, three: false };
  }
  const [a, b, d] = marks;
  const middle: Point = [(b.centre[0] + d.centre[0]) / 2, (b.centre[1] + d.centre[1]) / 2];
  const [p, q, s] = [outer(a, middle), outer(b, middle), outer(d, middle)];
  const r: Point = [q[0] + s[0] - p[0], q[1] + s[1] - p[1]];
  return {
    corners: [scaled(p, by), scaled(q, by), scaled(r, by), scaled(s, by)],
    quality,
    three: true,
  };
}

const scaled = ([x, y]: Point, by: number): Point => [x * by, y * by];
