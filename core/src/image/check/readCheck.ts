import { normalCdf, quantileOf } from '../../numeric';
import type { CheckLayout, LayoutField } from '../../workbook';
import { findCorners } from './findCorners';
import { mapped, squareTo, type Corners, type Homography } from './homography';
import type { Photo } from './photo';

// Looked up once: these stand in loops over every pixel.
const { abs, floor, max, min, round } = Math;

export interface CheckGap {
  /** Which line of the channel's field, from 1, along its rows. */
  readonly line: number;
  /** The part of the line that is missing, as shares of its length. */
  readonly from: number;
  readonly to: number;
  /** That it is missing, 0.5 to 1. */
  readonly confidence: number;
}

export interface CheckChannel {
  readonly slotId: string;
  readonly lines: number;
  readonly gaps: readonly CheckGap[];
  /** Lines of which it cannot be told; all of them where the field is too faint, blurred, or not to be seen so. */
  readonly unsure: readonly number[];
}

export interface ReadCheck {
  readonly channels: readonly CheckChannel[];
  /** Why nothing was read; null: it was. */
  readonly refused: 'noCorners' | 'notThisGrid' | null;
  /** Where its corners were found, pixels. */
  readonly corners: Corners | null;
}

/** A line fills so much of its cell's width, and is looked for within so much of its height. */
const ALONG = 0.6;
const REACH = 0.3;
/** Below this share of a usual line's darkness it is missing; so near to it that it cannot be told. */
const MISSING = 0.5;
const NEAR = 0.17;
/** A field whose lines do not stand out by so many times the noise cannot be read. */
const STANDS_OUT = 3;
/** Lines that are there differ by less than this share, and so many of a field's cells are plain to tell. */
const ALIKE = 0.35;
const PLAIN = 0.8;
const MOST_THERE = 0.7;
/** Of the fields that can be seen, so many must show their lines for it to be this grid. */
const THIS_GRID = 0.5;

interface Cell {
  /** Darkness of the line against the paper beside it. */
  readonly contrast: number;
  /** Scatter along it, standard error. */
  readonly noise: number;
}

/**
 * Reads a photographed or scanned nozzle check: straightens it by its corners, looks at each channel in the light where its ink
 * is dark, each line against the paper beside it, and says which are missing. What cannot be told is unsure, never guessed.
 *
 * @param photo of the whole grid
 * @param layout of the printer's own check, taught once
 * @param corners where a person marked them, pixels; without them they are looked for
 * @param onProgress share done, 0 to 1
 */
export function readCheck(
  photo: Photo,
  layout: CheckLayout,
  corners?: Corners,
  onProgress: (share: number) => void = () => undefined,
): ReadCheck {
  const found = corners ?? findCorners(photo);
  if (!found) return { channels: [], refused: 'noCorners', corners: null };
  onProgress(0.2);
  // Lines show roughly which side is up; the two likeliest ways are looked at closely.
  const ways = corners
    ? [found]
    : turns(found)
        .map((way) => ({ way, score: scoreOf(photo, layout, squareTo(way), 3) }))
        .sort((a, b) => b.score - a.score)
        .slice(0, 2)
        .map(({ way }) => way);
  const tried = ways.map((way) => {
    const settled = settle(photo, layout, way);
    return { corners: settled, score: scoreOf(photo, layout, squareTo(settled), 1) };
  });
  onProgress(0.6);
  const best = tried.reduce((a, b) => (b.score > a.score ? b : a));
  const map = squareTo(best.corners);
  const fields = layout.fields.map((field) => ({ field, cells: cellsOf(photo, map, field) }));
  const looked = fields.filter(({ field }) => field.light !== 'none');
  const strong = looked.filter(({ cells }) => standsOut(cells) && mostThere(cells)).length;
  onProgress(1);
  if (looked.length === 0 || strong < THIS_GRID * looked.length)
    return { channels: [], refused: 'notThisGrid', corners: best.corners };
  return {
    channels: fields.map(({ field, cells }) => channelOf(field, cells)),
    refused: null,
    corners: best.corners,
  };
}

/** The picture may lie on any of its sides. */
const turns = ([a, b, c, d]: Corners): Corners[] => [
  [a, b, c, d],
  [b, c, d, a],
  [c, d, a, b],
  [d, a, b, c],
];

function channelOf(field: LayoutField, cells: readonly Cell[]): CheckChannel {
  const lines = cells.length;
  const all = cells.map((_, i) => i + 1);
  if (field.light === 'none' || !standsOut(cells))
    return { slotId: field.slotId, lines, gaps: [], unsure: all };
  const usual = usualOf(cells);
  const spread = spreadOf(cells, usual);
  const gaps: CheckGap[] = [];
  const unsure: number[] = [];
  cells.forEach((cell, i) => {
    const share = cell.contrast / usual;
    if (abs(share - MISSING) < NEAR) return void unsure.push(i + 1);
    if (share > MISSING) return;
    const sigma = max(0.02, Math.hypot(cell.noise / usual, spread));
    gaps.push({ line: i + 1, from: 0, to: 1, confidence: normalCdf((MISSING - share) / sigma) });
  });
  return { slotId: field.slotId, lines, gaps, unsure };
}

/** What a line of this field looks like: most of them are there. */
const usualOf = (cells: readonly Cell[]): number =>
  quantileOf(
    cells.map(({ contrast }) => contrast),
    0.65,
  ) ?? 0;

/** Its lines are darker than the noise, and nearly each of them is plainly there or plainly not: elsewhere it is another grid. */
function standsOut(cells: readonly Cell[]): boolean {
  const noise =
    quantileOf(
      cells.map((cell) => cell.noise),
      0.5,
    ) ?? 0;
  const usual = usualOf(cells);
  if (!(usual > STANDS_OUT * noise && usual > 0.02)) return false;
  const plain = cells.filter(
    ({ contrast }) => abs(contrast / usual - 1) < ALIKE || contrast / usual < MISSING - NEAR,
  );
  return plain.length > PLAIN * cells.length;
}

/** A head that prints a check at all has most lines of most channels. */
function mostThere(cells: readonly Cell[]): boolean {
  const usual = usualOf(cells);
  return cells.filter(({ contrast }) => contrast / usual > MISSING).length > MOST_THERE * cells.length;
}

/** How lines that are there differ, relative to the usual one. */
function spreadOf(cells: readonly Cell[], usual: number): number {
  const there = cells.map(({ contrast }) => contrast / usual).filter((share) => share > MISSING + NEAR);
  const mean = there.reduce((sum, share) => sum + share, 0) / max(1, there.length);
  return Math.sqrt(there.reduce((sum, share) => sum + (share - mean) ** 2, 0) / max(1, there.length - 1));
}

function cellsOf(photo: Photo, map: Homography, field: LayoutField): Cell[] {
  const cells: Cell[] = [];
  for (let row = 0; row < field.rows; row++)
    for (let column = 0; column < field.columns; column++) cells.push(cellOf(photo, map, field, row, column));
  return cells;
}

export const LIGHTS = {
  red: [1, 0, 0],
  green: [0, 1, 0],
  blue: [0, 0, 1],
  white: [1 / 3, 1 / 3, 1 / 3],
} as const;
const ACROSS = 17;
const POINTS = 13;

/**
 * One line against the paper above and below it. In a field of several columns the lines of one row go down in steps, one
 * line's height each.
 */
function cellOf(photo: Photo, map: Homography, field: LayoutField, row: number, column: number): Cell {
  if (field.light === 'none') return { contrast: 0, noise: 1 };
  const light = LIGHTS[field.light];
  const width = field.width / field.columns;
  const height = field.height / field.rows;
  const y0 = centreOf(field, row, column);
  const profile: number[] = [];
  const scatter: number[] = [];
  for (let k = 0; k < ACROSS; k++) {
    const y = y0 + (k / (ACROSS - 1) - 0.5) * height;
    let sum = 0;
    let squares = 0;
    for (let p = 0; p < POINTS; p++) {
      const x = field.x + (column + 0.5 + ALONG * (p / (POINTS - 1) - 0.5)) * width;
      const value = valueAt(photo, mapped(map, x, y), light);
      sum += value;
      squares += value * value;
    }
    profile.push(sum / POINTS);
    scatter.push(max(0, squares / POINTS - (sum / POINTS) ** 2));
  }
  // The paper beside it, on both sides; the line where it is darkest nearby, as wide as a good part of a step.
  const edge = max(2, round(0.12 * ACROSS));
  const paper = mean([...profile.slice(0, edge), ...profile.slice(-edge)]);
  const reach = round(REACH * ACROSS);
  const middle = (ACROSS - 1) / 2;
  let darkest = Infinity;
  for (let k = middle - reach; k <= middle + reach; k++)
    darkest = min(darkest, (profile[k - 1]! + profile[k]! + profile[k + 1]!) / 3);
  const noise = Math.sqrt(mean(scatter) / POINTS);
  // The darkest of several is darker than the paper by chance alone.
  return {
    contrast: paper > 1 ? (paper - darkest - noise) / paper : 0,
    noise: paper > 1 ? noise / paper : 1,
  };
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/** Where a line's middle lies: steps go down from column to column within a row. */
export const centreOf = (field: LayoutField, row: number, column: number): number =>
  field.y + ((row + (column + 0.5) / field.columns) * field.height) / field.rows;

export function valueAt(
  { width, height, rgba }: Photo,
  [x, y]: readonly [number, number],
  [r, g, b]: readonly [number, number, number],
): number {
  const [u, v] = [floor(x - 0.5), floor(y - 0.5)];
  const [du, dv] = [x - 0.5 - u, y - 0.5 - v];
  const at = (i: number, j: number): number => {
    const p = 4 * (min(height - 1, max(0, j)) * width + min(width - 1, max(0, i)));
    return r * rgba[p]! + g * rgba[p + 1]! + b * rgba[p + 2]!;
  };
  return (
    (1 - dv) * ((1 - du) * at(u, v) + du * at(u + 1, v)) +
    dv * ((1 - du) * at(u, v + 1) + du * at(u + 1, v + 1))
  );
}

/** How well lines are found where they should stand, over every so many cells: their mean darkness against their paper. */
function scoreOf(photo: Photo, layout: CheckLayout, map: Homography, every: number): number {
  let sum = 0;
  let count = 0;
  for (const field of layout.fields) {
    if (field.light === 'none') continue;
    const light = LIGHTS[field.light];
    const width = field.width / field.columns;
    const height = field.height / field.rows;
    for (let i = 0; i < field.rows * field.columns; i += every) {
      const [row, column] = [floor(i / field.columns), i % field.columns];
      const y = centreOf(field, row, column);
      const middle = field.x + (column + 0.5) * width;
      let line = 0;
      let beside = 0;
      for (const dx of [-0.25, 0, 0.25]) {
        line += valueAt(photo, mapped(map, middle + dx * width, y), light);
        beside +=
          0.5 * valueAt(photo, mapped(map, middle + dx * width, y - 0.45 * height), light) +
          0.5 * valueAt(photo, mapped(map, middle + dx * width, y + 0.45 * height), light);
      }
      if (beside > 3) sum += (beside - line) / beside;
      count += 1;
    }
  }
  return count > 0 ? sum / count : 0;
}

/** Moves each corner by less and less, as long as the lines are found better. */
function settle(photo: Photo, layout: CheckLayout, start: Corners): Corners {
  const rows = max(...layout.fields.map((field) => field.rows / field.height));
  const side = Math.hypot(start[3][0] - start[0][0], start[3][1] - start[0][1]);
  const cells = layout.fields.reduce((sum, field) => sum + field.rows * field.columns, 0);
  const every = max(1, floor(cells / 300));
  let corners = start.map<[number, number]>(([x, y]) => [x, y]);
  const score = (some: readonly (readonly [number, number])[]): number =>
    scoreOf(photo, layout, squareTo(some as unknown as Corners), every);
  let best = score(corners);
  for (let step = (0.35 * side) / rows; step > (0.04 * side) / rows; step /= 2)
    for (let round = 0; round < 2; round++) {
      let moved = false;
      for (let corner = 0; corner < 4; corner++)
        for (let axis = 0; axis < 2; axis++)
          for (const way of [-1, 1]) {
            const next = corners.map<[number, number]>(([x, y]) => [x, y]);
            next[corner]![axis]! += way * step;
            const now = score(next);
            if (now > best) {
              best = now;
              corners = next;
              moved = true;
            }
          }
      if (!moved) break;
    }
  return corners as unknown as Corners;
}
