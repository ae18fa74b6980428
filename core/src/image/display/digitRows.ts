import type { Contrast } from './contrast';

// Looked up once: these stand in loops over every pixel.
const { abs, cos, floor, max, min, sin, tan } = Math;

/** Spots that hang together and stand in one line, as high as each other: digits, perhaps. */
export interface DigitRow {
  /** The line's slope, radians, and how far digits lean. */
  readonly turn: number;
  readonly lean: number;
  /** Left and right edge and ends of each, along the line and across it, leaning undone; from left to right. */
  readonly spots: readonly Extent[];
}

export interface Extent {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Pixels that hang together, by their index, with their middle and size. */
interface Spot {
  readonly pixels: readonly number[];
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Parts of a digit lie no further apart than this share of its height; two digits do. */
const JOINS = 0.1;
/** A point is so small, share of a digit's height. */
const POINT = 0.24;
/** Digits of a row are as high as its highest, but for the view askew, and for a 4. */
const AS_HIGH: readonly [number, number] = [0.72, 1.25];
const MOST_WIDE = 1.05;
/** Against the height that is tried; a 4 has neither top nor bottom, and is lower by a segment’s thickness. */
const LEAST_HIGH = 0.74;
const MOST_HIGH = 1.22;
/** Noise makes spots without number; a display does not. */
const MOST_SPOTS = 40;
const MOST_PARTS = 250;
/** No digit is higher than this share of the picture. */
const MOST_OF_PICTURE = 0.7;
const LEAST_PIXELS = 6;
/** The next digit is no further away than this, heights. */
const NEXT = 1.5;
/** A display is held upright: its line rises by no more, radians; steps that are tried. */
const MOST_TURN = 0.2;
const TURN_STEP = 0.033;
const LEANS: readonly number[] = [-0.06, 0, 0.06, 0.12, 0.18, 0.24];

/** What stands out by more than a level, and hangs together; what touches the picture's edge left out. */
export interface Marked {
  readonly width: number;
  readonly parts: readonly Spot[];
  /** Parts near each other, with the gap between them, pixels. */
  readonly gaps: readonly (readonly [a: number, b: number, gap: number])[];
}

export function markedIn({ width, height, share }: Contrast, level: number): Marked {
  const mask = new Uint8Array(width * height);
  const stands = (i: number): boolean => (share[i] ?? 0) > level;
  for (let i = 0; i < mask.length; i++) mask[i] = stands(i) ? 1 : 0;
  const parts = partsOf(mask, width, height).filter(
    (part) => max(part.width, part.height) < MOST_HIGH * MOST_OF_PICTURE * height,
  );
  if (parts.length > MOST_PARTS) return { width, parts: [], gaps: [] };
  const edged = parts.map((part) => ({
    part,
    edges: part.pixels.filter(
      (i) => !(stands(i - 1) && stands(i + 1) && stands(i - width) && stands(i + width)),
    ),
  }));
  const most = JOINS * MOST_OF_PICTURE * height;
  /** Those of the pixels that are not too far from a spot to join it. */
  const near = (pixels: readonly number[], { x, y, width: wide, height: high }: Spot): readonly number[] =>
    pixels.filter(
      (i) => abs((i % width) - x) <= wide / 2 + most && abs(floor(i / width) - y) <= high / 2 + most,
    );
  const gaps: [number, number, number][] = [];
  edged.forEach(({ part: one, edges }, a) => {
    for (const [k, { part: other, edges: others }] of edged.slice(a + 1).entries()) {
      const isNear =
        abs(one.x - other.x) - (one.width + other.width) / 2 < most &&
        abs(one.y - other.y) - (one.height + other.height) / 2 < most;
      if (!isNear) continue;
      const gap = gapOf(near(edges, other), near(others, one), width);
      if (gap <= most) gaps.push([a, a + 1 + k, gap]);
    }
  });
  return { width, parts, gaps };
}

/** The gap between two spots, pixels along the longer of its two sides. */
function gapOf(one: readonly number[], other: readonly number[], width: number): number {
  let least = Infinity;
  for (const i of one) {
    const [x, y] = [i % width, floor(i / width)];
    for (const j of other) {
      const across = abs((j % width) - x);
      if (across >= least) continue;
      const down = abs(floor(j / width) - y);
      if (down < least) least = max(across, down);
    }
  }
  return least - 1;
}

/**
 * Rows of spots that may be digits of about this height.
 *
 * @param high of a digit, pixels
 */
export function digitRows(marked: Marked, high: number): readonly DigitRow[] {
  const spots = spotsOf(marked, high)
    .filter(
      ({ width, height }) =>
        height > LEAST_HIGH * high && height < MOST_HIGH * high && width < MOST_WIDE * high,
    )
    .sort((a, b) => a.x - b.x);
  if (spots.length > MOST_SPOTS) return [];
  const rows: DigitRow[] = [];
  const taken = new Set<Spot>();
  for (const seed of spots) {
    if (taken.has(seed)) continue;
    let best: readonly Spot[] = [];
    for (let turn = -MOST_TURN; turn <= MOST_TURN; turn += TURN_STEP) {
      const row = rowFrom(seed, spots, turn);
      if (row.length > best.length || (row.length === best.length && offOf(row) < offOf(best))) best = row;
    }
    if (best.length < 2) continue;
    best.forEach((spot) => taken.add(spot));
    rows.push(straight(best, marked.width));
  }
  return rows;
}

/** All spots in one line from here on to the right. */
function rowFrom(seed: Spot, spots: readonly Spot[], turn: number): readonly Spot[] {
  const row = [seed];
  let highest = seed.height;
  for (const spot of spots) {
    const last = row.at(-1)!;
    if (spot === seed || spot.x <= last.x) continue;
    const isNext = spot.x - last.x < NEXT * last.height;
    const inLine = abs(spot.y - last.y - (spot.x - last.x) * tan(turn)) < 0.12 * last.height;
    const asHigh = spot.height / highest;
    if (!isNext || !inLine || asHigh < AS_HIGH[0] || asHigh > AS_HIGH[1]) continue;
    row.push(spot);
    highest = max(highest, spot.height);
  }
  return row;
}

const NOWHERE = { x: 0, y: 0 };
/** The middles of the first and the last. */
const endsOf = (row: readonly Spot[]) => [row.at(0) ?? NOWHERE, row.at(-1) ?? NOWHERE] as const;

/** How far the spots' middles are off one straight line, pixels. */
function offOf(row: readonly Spot[]): number {
  if (row.length < 3) return 0;
  const [a, b] = endsOf(row);
  const rise = (b.y - a.y) / (b.x - a.x);
  return row.reduce((sum, { x, y }) => sum + abs(y - a.y - rise * (x - a.x)), 0);
}

/** The row with its slope and its digits' leaning undone. */
function straight(row: readonly Spot[], width: number): DigitRow {
  const [a, b] = endsOf(row);
  const turn = Math.atan2(b.y - a.y, b.x - a.x);
  const leaning = LEANS.map((lean) => {
    const spots = row.map(({ pixels }) => extentOf(pixels, width, turn, lean));
    return { lean, spots, wide: spots.reduce((sum, { left, right }) => sum + right - left, 0) };
  });
  // Upright digits are the narrowest.
  const { lean, spots } = leaning.reduce((best, one) => (one.wide < best.wide ? one : best));
  return { turn, lean, spots };
}

/** Edges between which nearly all pixels of a spot lie. */
function extentOf(pixels: readonly number[], width: number, turn: number, lean: number): Extent {
  const along = new Float64Array(pixels.length);
  const across = new Float64Array(pixels.length);
  const [c, s] = [cos(turn), sin(turn)];
  pixels.forEach((i, k) => {
    const [x, y] = [i % width, floor(i / width)];
    across[k] = y * c - x * s;
    along[k] = x * c + y * s + lean * across[k];
  });
  along.sort();
  across.sort();
  const few = floor(0.004 * pixels.length);
  return {
    left: (along.at(few) ?? 0) - 0.5,
    right: (along.at(-1 - few) ?? 0) + 0.5,
    top: (across.at(few) ?? 0) - 0.5,
    bottom: (across.at(-1 - few) ?? 0) + 0.5,
  };
}

/** What hangs together when gaps as between a digit's parts are closed; points left out. */
function spotsOf({ width, parts, gaps }: Marked, high: number): readonly Spot[] {
  const of = parts.map((_part, i) => i);
  const root = (i: number): number => {
    let at = i;
    for (let up = of[at]; up !== undefined && up !== at; up = of[at]) at = up;
    return at;
  };
  const isOf = parts.map((part) => {
    const isPoint = part.width < POINT * high && part.height < POINT * high;
    return !isPoint && part.width <= MOST_WIDE * high && part.height <= MOST_HIGH * high;
  });
  for (const [a, b, gap] of gaps) if (isOf[a] && isOf[b] && gap <= JOINS * high) of[root(a)] = root(b);
  const groups = new Map<number, Spot[]>();
  parts.forEach((part, i) => {
    if (isOf[i]) groups.set(root(i), [...(groups.get(root(i)) ?? []), part]);
  });
  return [...groups.values()].map((group) => {
    const [one] = group;
    return one && group.length === 1
      ? one
      : boxOf(
          group.flatMap(({ pixels }) => pixels),
          width,
        );
  });
}

function boxOf(pixels: readonly number[], wide: number): Spot {
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const i of pixels) {
    const [x, y] = [i % wide, floor(i / wide)];
    left = min(left, x);
    right = max(right, x);
    top = min(top, y);
    bottom = max(bottom, y);
  }
  return {
    pixels,
    x: (left + right) / 2,
    y: (top + bottom) / 2,
    width: right - left + 1,
    height: bottom - top + 1,
  };
}

/** Parts of a mask that hang together; those at the picture's edge left out. The mask is used up. */
function partsOf(mask: Uint8Array, width: number, height: number): readonly Spot[] {
  const found: Spot[] = [];
  for (let start = 0; start < mask.length; start++) {
    if (!mask[start]) continue;
    const pixels = [start];
    mask[start] = 0;
    let atEdge = false;
    const take = (i: number): void => {
      if (!mask[i]) return;
      mask[i] = 0;
      pixels.push(i);
    };
    // It grows while it is gone through.
    for (const i of pixels) {
      const x = i % width;
      if (x === 0 || x === width - 1 || i < width || i >= width * (height - 1)) {
        atEdge = true;
        // Beyond its row is another one.
        take(x === 0 ? i + 1 : i - 1);
      } else {
        take(i - 1);
        take(i + 1);
      }
      if (i >= width) take(i - width);
      if (i < width * (height - 1)) take(i + width);
    }
    if (pixels.length >= LEAST_PIXELS && !atEdge) found.push(boxOf(pixels, width));
  }
  return found;
}
