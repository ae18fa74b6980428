import { quantileOf } from '../../numeric';
import type { Point } from '../homography';
import type { Contrast } from './contrast';
import type { DigitRow, Extent } from './digitRows';

const { abs, cos, max, min, sin } = Math;

/** What a row says. */
export interface DigitsRead {
  /** Digits with their point and sign; null: it cannot be told for sure. */
  readonly text: string | null;
  /** Number of digits, each by how plainly its segments are on or off. */
  readonly score: number;
}

/** Segments that are on: top, upper right, lower right, bottom, lower left, upper left, middle. Some displays leave the ends of 6, 7 and 9 off or on. */
const DIGITS: ReadonlyMap<string, string> = new Map([
  ['1111110', '0'],
  ['0110000', '1'],
  ['1101101', '2'],
  ['1111001', '3'],
  ['0110011', '4'],
  ['1011011', '5'],
  ['1011111', '6'],
  ['0011111', '6'],
  ['1110000', '7'],
  ['1110010', '7'],
  ['1111111', '8'],
  ['1111011', '9'],
  ['1110011', '9'],
]);
const MINUS = '0000001';
/** Segments of a digit’s upper half: top, and both upper sides. Above and below it is nothing of a digit. */
const HIGH_UP: readonly number[] = [0, 1, 5];
const FRAME: readonly number[] = [-0.25, 1.25];

/** Of the contrast of its digit's plainest segment: above it is on, below off, between not known. */
const ON = 0.46;
const OFF = 0.28;
/** Beside the row so much is a digit that was hardly seen. */
const FAINT = 0.22;
/** A spot whose holes are filled so far is a letter or a bar, no digit. */
const SOLID = 0.8;
/** A digit whose plainest segment stands out by less than this share of the others’ is not read. */
const AS_PLAIN = 0.45;
/** Less than this share of the others’ is no lit digit at all. */
const GHOST = 0.36;
/** Ground that is so much lighter than the others’ mirrors a lamp: what seems off there cannot be told. */
const MIRRORS = 1.3;
/** A digit without its left half is a 1: its cell is as wide as the others’. */
const NARROW = 0.33;
const USUAL_WIDTH = 0.52;
/** From one digit's right edge to the next one's, heights. */
const PITCH: readonly [number, number] = [0.5, 1.05];
/** A point's disc, heights. */
const POINT_RADIUS = 0.035;

const LYING: readonly number[] = [0.3, 0.4, 0.5, 0.6, 0.7];
const steps = (from: number, to: number): readonly number[] =>
  [0, 1, 2, 3, 4, 5].map((k) => from + ((to - from) * k) / 5);
/** Where each segment is looked for in its cell: the lines that are tried, and along each. */
interface Segment {
  readonly lies: boolean;
  readonly lines: readonly number[];
  readonly along: readonly number[];
}
const SEGMENTS: readonly Segment[] = [
  { lies: true, lines: steps(0.01, 0.14), along: LYING },
  { lies: false, lines: steps(0.78, 0.99), along: steps(0.2, 0.38) },
  { lies: false, lines: steps(0.78, 0.99), along: steps(0.62, 0.8) },
  { lies: true, lines: steps(0.86, 0.99), along: LYING },
  { lies: false, lines: steps(0.01, 0.22), along: steps(0.62, 0.8) },
  { lies: false, lines: steps(0.01, 0.22), along: steps(0.2, 0.38) },
  { lies: true, lines: steps(0.43, 0.57), along: LYING },
];
/** Never lit: the two holes of an 8. */
const HOLES: readonly Point[] = [
  [0.5, 0.28],
  [0.5, 0.72],
];

/** Reads a row of digits: each segment on or off by its own digit's plainest one, then the point between them and the sign before. */
export function readDigits(contrast: Contrast, row: DigitRow): DigitsRead | null {
  const { turn, lean, spots } = row;
  const topAt = lineThrough(
    spots.map(({ left, right, top }) => [(left + right) / 2, top]),
    min,
  );
  const bottomAt = lineThrough(
    spots.map(({ left, right, bottom }) => [(left + right) / 2, bottom]),
    max,
  );
  const heightAt = (u: number): number => bottomAt(u) - topAt(u);
  const high = heightAt((spots[0]!.left + spots.at(-1)!.right) / 2);
  const wideOnes = spots.map(({ left, right }) => right - left).filter((wide) => wide > NARROW * high);
  const wide =
    wideOnes.length > 0
      ? quantileOf(
          wideOnes.sort((a, b) => a - b),
          0.5,
        )!
      : USUAL_WIDTH * high;
  if (wide > 0.8 * high) return null;
  const rights = evenRights(spots, high);
  if (!rights) return null;
  const all = rights.map((right) => ({ left: right - wide, right }));
  const step = rights[1]! - rights[0]!;

  const place = (u: number, v: number): Point => {
    const across = topAt(u) + v * heightAt(u);
    const along = u - lean * across;
    return [along * cos(turn) - across * sin(turn), along * sin(turn) + across * cos(turn)];
  };
  const valueAt = (plane: Float32Array, [x, y]: Point): number => {
    const [px, py] = [Math.round(x), Math.round(y)];
    return px < 0 || py < 0 || px >= contrast.width || py >= contrast.height
      ? 0
      : plane[py * contrast.width + px]!;
  };
  const shareAt = (u: number, v: number): number => valueAt(contrast.share, place(u, v));
  const lightAt = (u: number, v: number): number => valueAt(contrast.light, place(u, v));
  const across = (cell: Pick<Extent, 'left' | 'right'>, x: number): number =>
    cell.left + x * (cell.right - cell.left);

  /** How much a segment stands out: its plainest line. */
  const segmentIn = (cell: Pick<Extent, 'left' | 'right'>, { lies, lines, along }: Segment): number => {
    let most = 0;
    for (const line of lines) {
      let sum = 0;
      for (const at of along) sum += lies ? shareAt(across(cell, at), line) : shareAt(across(cell, line), at);
      most = max(most, sum / along.length);
    }
    return most;
  };

  const everyLook = all.map((cell) => {
    const values = SEGMENTS.map((segment) => segmentIn(cell, segment));
    const lights = SEGMENTS.map(({ lies, lines, along }) => {
      const [line, at] = [lines[2]!, along[2]!];
      return lies ? lightAt(across(cell, at), line) : lightAt(across(cell, line), at);
    });
    const holes = HOLES.map(([x, y]) => ({
      share: shareAt(across(cell, x), y),
      light: lightAt(across(cell, x), y),
    }));
    return { values, lights, holes, plain: max(...values) };
  });
  const solid = everyLook.filter(({ holes, plain }) => holes.every(({ share }) => share > SOLID * plain));
  if (2 * solid.length > everyLook.length) return null;
  const usual = quantileOf(
    everyLook.map(({ plain }) => plain).sort((a, b) => a - b),
    0.5,
  )!;
  const ground = quantileOf(
    everyLook.flatMap(({ holes }) => holes.map(({ light }) => light)).sort((a, b) => a - b),
    0.5,
  )!;
  if (usual <= 0) return null;
  // Places at the ends where nothing is lit, though their segments are faintly seen.
  const isLit = ({ plain }: { readonly plain: number }): boolean => plain > GHOST * usual;
  const [from, to] = [everyLook.findIndex(isLit), everyLook.findLastIndex(isLit) + 1];
  const [cells, looks] = [all.slice(from, to), everyLook.slice(from, to)];
  if (cells.length < 2) return null;

  let score = 0;
  let sure = true;
  let text = '';
  looks.forEach(({ values, lights, holes, plain }, i) => {
    const shares = values.map((value) => value / plain);
    const isMirror = (light: number): boolean => light > MIRRORS * ground + 12;
    const unsure =
      plain < AS_PLAIN * usual ||
      holes.some(({ share, light }) => share > OFF * plain || (!contrast.shines && isMirror(light))) ||
      shares.some((share, k) => share < ON && (share > OFF || (!contrast.shines && isMirror(lights[k]!))));
    const digit = DIGITS.get(patternOf(shares));
    if (unsure || digit === undefined) sure = false;
    if (digit !== undefined)
      score += shares.reduce((sum, share) => sum + min(1, abs(share - 0.5) / 0.4), 0) / 7;
    text += digit ?? '?';
    const next = cells[i + 1];
    if (!next) return;
    const point = pointBetween(cells[i]!.right, next.left);
    if (point === null) sure = false;
    else if (point) text += '.';
  });
  const before = beside(-1);
  if (before === 'something' || beside(1) === 'something') sure = false;
  if (before === 'minus') text = `-${text}`;
  if (!/^-?\d+(\.\d+)?$/.test(text)) sure = false;
  return { text: sure ? text : null, score };

  /** Is there a point; null: perhaps. */
  function pointBetween(right: number, left: number): boolean | null {
    const [from, to] =
      left - right > 0.13 * high
        ? [right + 0.05 * high, left - 0.05 * high]
        : [(left + right) / 2, (left + right) / 2];
    let most = 0;
    for (const u of steps(from, to))
      for (const v of steps(0.88, 1.02)) {
        const r = POINT_RADIUS;
        const disc: readonly Point[] = [
          [0, 0],
          [r, 0],
          [-r, 0],
          [0, r],
          [0, -r],
        ];
        most = max(
          most,
          disc.reduce((sum, [du, dv]) => sum + shareAt(u + du * high, v + dv), 0) / disc.length,
        );
      }
    const share = most / usual;
    return share > 0.55 ? true : share < 0.3 ? false : null;
  }

  /** What is lit one place before the first digit, or after the last. */
  function beside(places: -1 | 1): 'nothing' | 'minus' | 'something' {
    const cell = places < 0 ? cells[0]! : cells.at(-1)!;
    const by = places * step;
    const shares = sharesAt(cell, by);
    if (places < 0 && patternOf(shares) === MINUS && shares[6]! > ON) return 'minus';
    // Units are lower than a digit: behind the last one only what is as high counts.
    const lit = shares.map((share, k) => share > FAINT && (places < 0 || HIGH_UP.includes(k)));
    const count = lit.filter((on) => on).length;
    if (count < (places < 0 ? 2 : 1)) return shares[6]! > OFF && places < 0 ? 'something' : 'nothing';
    // What goes on above or below is the window's frame.
    const isFrame = FRAME.some((v) =>
      steps(0, 1).some((x) => shareAt(across(cell, x) + by, v) > OFF * usual),
    );
    return isFrame ? 'nothing' : 'something';
  }

  function sharesAt({ left, right }: Pick<Extent, 'left' | 'right'>, by: number): readonly number[] {
    const cell = { left: left + by, right: right + by };
    return SEGMENTS.map((segment) => segmentIn(cell, segment) / usual);
  }
}

const patternOf = (shares: readonly number[]): string =>
  shares.map((share) => (share > (ON + OFF) / 2 ? '1' : '0')).join('');

/** Each digit's right edge, where all of them lie evenly; null: they do not. */
function evenRights(spots: readonly Extent[], high: number): readonly number[] | null {
  const rights = spots.map(({ right }) => right);
  const gaps = rights.slice(1).map((right, i) => right - rights[i]!);
  const middle = quantileOf(
    [...gaps].sort((a, b) => a - b),
    0.5,
  )!;
  if (middle < PITCH[0] * high || middle > PITCH[1] * high) return null;
  if (gaps.some((gap) => abs(gap - middle) > 0.22 * high)) return null;
  return rights;
}

/** A straight line by least squares, moved to the outermost of its points: a 1, a 4 and a 7 end a little within the others. */
function lineThrough(
  points: readonly Point[],
  outermost: (...values: number[]) => number,
): (x: number) => number {
  const n = points.length;
  const mx = points.reduce((sum, [x]) => sum + x, 0) / n;
  const my = points.reduce((sum, [, y]) => sum + y, 0) / n;
  const xx = points.reduce((sum, [x]) => sum + (x - mx) ** 2, 0);
  const xy = points.reduce((sum, [x, y]) => sum + (x - mx) * (y - my), 0);
  // Two points close together say nothing of a slope.
  const slope = n < 3 || xx === 0 ? 0 : xy / xx;
  const off = outermost(...points.map(([x, y]) => y - my - slope * (x - mx)));
  return (x) => my + off + slope * (x - mx);
}
