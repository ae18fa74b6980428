import { quantileOf } from '../../numeric';
import type { Point } from '../homography';
import type { Photo } from '../photo';

// Looked up once: these stand in loops over every pixel.
const { abs, cos, floor, hypot, max, min, sin, sqrt } = Math;

/** A solid dark spot with paper all around it, as a grid's corner marks are. */
export interface Mark {
  readonly centre: Point;
  /** Length of its side, pixels. */
  readonly side: number;
  /** How well it is a filled square on even paper, 0 to 1. */
  readonly quality: number;
  /** The pixels of its edge, for its corners. */
  readonly edge: readonly Point[];
}

/** Levels of darkness that are tried, each so many times the one before: a mark in a shadow is one at its own level. */
const DARKEST = 18;
const LEVELS = 15;
const LEVEL_STEP = 1.18;
/** A mark's side, shares of the picture's longer one. */
const LEAST_SIDE = 0.005;
const MOST_SIDE = 0.09;
/** Its area over that of the rectangle with its second moments: 1 for a filled square however turned, 1.05 for a disc. */
const FILLED: readonly [number, number] = [0.86, 1.035];
const MOST_LONG = 2.2;
/** Around it so far out, in its own half sides, paper is looked for; it is lighter by so much, and even. */
const RING: readonly number[] = [1.94, 2.38];
const LIGHTER = 1.35;
const UNEVEN = 0.22;
const MOST_MARKS = 120;

/**
 * All spots of a picture that may be corner marks, the likeliest first. Each is judged by what is around itself alone, so it does
 * not matter what the sheet lies on.
 *
 * @param photo small: some 900 pixels
 */
export function findMarks(photo: Photo): readonly Mark[] {
  const { width, height, rgba } = photo;
  const light = new Uint8Array(width * height);
  // Black ink is dark in all three, paper and light ink are not.
  for (let i = 0; i < light.length; i++) light[i] = max(rgba[4 * i]!, rgba[4 * i + 1]!, rgba[4 * i + 2]!);
  const longest = max(width, height);
  const brightest = quantileOf(light.slice().sort(), 0.97)!;
  const [least, most] = [(LEAST_SIDE * longest) ** 2, (MOST_SIDE * longest) ** 2];
  const found: (Mark & { readonly middling: number })[] = [];
  const seen = new Int32Array(width * height).fill(-1);
  const queue = new Int32Array(width * height);
  for (let step = 0, level = DARKEST; step < LEVELS; step++, level *= LEVEL_STEP)
    for (let start = 0; start < light.length; start++) {
      if (light[start]! >= level || seen[start] === step) continue;
      const spot = flood(start, level, step);
      if (spot.area < least || spot.area > most) continue;
      const mark = markOf(spot, level);
      if (mark) found.push(mark);
    }
  return alone(found)
    .sort((a, b) => b.quality - a.quality)
    .slice(0, MOST_MARKS);

  interface Spot {
    readonly area: number;
    readonly sums: readonly number[];
  }

  /** What hangs together from here on at this level; its pixels stand in the queue. */
  function flood(start: number, level: number, step: number): Spot {
    let [area, sx, sy, sxx, syy, sxy] = [0, 0, 0, 0, 0, 0];
    let end = 0;
    const take = (i: number): void => {
      if (light[i]! >= level || seen[i] === step) return;
      seen[i] = step;
      queue[end++] = i;
    };
    take(start);
    for (let k = 0; k < end; k++) {
      const i = queue[k]!;
      const [x, y] = [i % width, floor(i / width)];
      area += 1;
      sx += x;
      sy += y;
      sxx += x * x;
      syy += y * y;
      sxy += x * y;
      if (x > 0) take(i - 1);
      if (x < width - 1) take(i + 1);
      if (y > 0) take(i - width);
      if (y < height - 1) take(i + width);
    }
    return { area, sums: [sx, sy, sxx, syy, sxy] };
  }

  function markOf({ area, sums }: Spot, level: number): (Mark & { readonly middling: number }) | null {
    const [sx, sy, sxx, syy, sxy] = sums as readonly [number, number, number, number, number];
    const [mx, my] = [sx / area, sy / area];
    // A pixel is a square itself.
    const [vx, vy, c] = [sxx / area - mx * mx + 1 / 12, syy / area - my * my + 1 / 12, sxy / area - mx * my];
    const det = vx * vy - c * c;
    if (!(det > 0)) return null;
    const filled = area / (12 * sqrt(det));
    const half = (vx + vy) / 2;
    const apart = sqrt(max(0, half * half - det));
    const long = sqrt((half + apart) / max(1e-9, half - apart));
    if (filled < FILLED[0] || filled > FILLED[1] || long > MOST_LONG) return null;
    const side = sqrt(area);
    let inside = 0;
    for (let k = 0; k < area; k++) inside += light[queue[k]!]!;
    inside /= area;
    const ring = around(mx, my, vx, vy, c);
    if (ring.length < 12) return null;
    const mean = ring.reduce((sum, value) => sum + value, 0) / ring.length;
    const spread = sqrt(ring.reduce((sum, value) => sum + (value - mean) ** 2, 0) / ring.length);
    if (mean < LIGHTER * inside || spread > UNEVEN * mean) return null;
    const edge: Point[] = [];
    for (let k = 0; k < area; k++) {
      const i = queue[k]!;
      const [x, y] = [i % width, floor(i / width)];
      const isWithin = [i - 1, i + 1, i - width, i + width].every((next) => (light[next] ?? 255) < level);
      if (!isWithin) edge.push([x + 0.5, y + 0.5]);
    }
    const contrast = min(1, (mean - inside) / mean);
    return {
      centre: [mx + 0.5, my + 0.5],
      side,
      // Paper is the lightest there is.
      quality:
        contrast *
        min(1, mean / brightest) ** 2 *
        (1 - spread / mean / UNEVEN / 2) *
        (1 - 3 * abs(filled - 1)),
      edge,
      middling: abs(level - (inside + mean) / 2) / mean,
    };
  }

  /** The light around a spot, along its own square made larger. */
  function around(mx: number, my: number, vx: number, vy: number, c: number): readonly number[] {
    // The square's root of its moments takes a circle to it, whatever its turn.
    const s = sqrt(vx * vy - c * c);
    const t = sqrt(vx + vy + 2 * s);
    const [a, b, d] = [(vx + s) / t, c / t, (vy + s) / t];
    const values: number[] = [];
    for (const out of RING)
      for (let k = 0; k < 24; k++) {
        const angle = (k * Math.PI) / 12;
        // A half side is √3 times the standard deviation.
        const by = out * sqrt(3);
        const x = floor(mx + 0.5 + by * (a * cos(angle) + b * sin(angle)));
        const y = floor(my + 0.5 + by * (b * cos(angle) + d * sin(angle)));
        if (x >= 0 && y >= 0 && x < width && y < height) values.push(light[y * width + x]!);
      }
    return values;
  }
}

/** Of one spot at several levels the one whose level lies in the middle between it and its paper. */
function alone<T extends Mark & { readonly middling: number }>(marks: readonly T[]): T[] {
  const kept: T[] = [];
  for (const mark of [...marks].sort((a, b) => a.middling - b.middling))
    if (
      !kept.some(
        ({ centre, side }) => hypot(centre[0] - mark.centre[0], centre[1] - mark.centre[1]) < side / 2,
      )
    )
      kept.push(mark);
  return kept;
}
