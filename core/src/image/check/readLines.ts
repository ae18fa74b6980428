import { normalCdf, quantileOf } from '../../numeric';
import type { LayoutField } from '../../workbook';
import type { ToPhoto } from './frame';
import { centreOf } from './lineAt';
import type { Photo } from '../photo';
import { isInside, LIGHTS, valueAt } from './valueAt';

// Looked up once: these stand in loops over every cell.
const { abs, floor, max, min, round, sqrt } = Math;

/** How a line is not as it should be: there is none, or a part of it; it has less than half of its ink; it lies beside its place. */
export type GapKind = 'missing' | 'part' | 'faint' | 'deflected';

export interface CheckGap {
  /** Which line of the channel's field, from 1, along its rows. */
  readonly line: number;
  readonly kind: GapKind;
  /** The part of the line that is missing, as shares of its length; all of it where it is faint or deflected. */
  readonly from: number;
  readonly to: number;
  /** That it is so, 0.5 to 1. */
  readonly confidence: number;
}

export interface FieldRead {
  readonly lines: number;
  /** Lines that are missing, as a whole or in part, faint or deflected, in order. */
  readonly gaps: readonly CheckGap[];
  /** Lines of which it cannot be told; all of them where the field is too faint, blurred, or not to be seen so. */
  readonly unsure: readonly number[];
  /** Its lines stand out of the paper, nearly each of them plainly there or not: elsewhere it is another grid. */
  readonly strong: boolean;
}

/** A line is looked for within so much of its row, up and down, and over so much of its cell's width. */
const REACH = 0.62;
const ALONG = 0.74;
const ACROSS = 25;
const POINTS = 16;
/** Share of a usual line's darkness: below the first there is none, below the second it is faint; so near, it cannot be told. */
const MISSING = 0.26;
const FAINT = 0.5;
const NEAR = 0.07;
/** A line so far from its place, in rows, is deflected; its fellows say where that is. */
const DEFLECTED = 0.3;
/** A part so long is said. */
const LEAST_PART = 0.2;
const PART_DARK = 0.4;
const REST_DARK = 0.65;
/** A usual line is as dark as this quantile: a channel in trouble may lack half of its own. */
const USUAL = 0.7;
/** Of a field so much has to be in the picture. */
const LEAST_INSIDE = 0.3;
/** A field whose lines do not stand out by so many times the noise cannot be read; for parts of them it takes more. */
const STANDS_OUT = 3;
const PARTS_STAND_OUT = 5;
const LEAST_CONTRAST = 0.015;
/** Lines that are there differ by less than this share, and so many of a field's cells are plain to tell. */
const ALIKE = 0.4;
const PLAIN = 0.8;
const MOST_THERE = 0.45;
/** Where no line is printed, no more than this share of the columns look as if there were one. */
const BEYOND = 0.4;
/** Paper so much lighter than its field's in full light (half of it may lie in a shadow), or as light as can be, mirrors a lamp. */
const MIRRORS = 1.22;
const FULL_LIGHT = 0.9;
const WHITE = 251;

interface Cell {
  readonly inside: boolean;
  /** The paper beside it, and how much darker than it the line is. */
  readonly paper: number;
  readonly darker: number;
  /** Standard error of that along it. */
  readonly noise: number;
  /** Where it is darkest, in rows from its place. */
  readonly off: number;
  /** How much darker each point along it is. */
  readonly along: readonly number[];
}

/** How dark it is, against a usual line of its field. */
interface Shared extends Cell {
  readonly share: number;
}

/** What a line of a field looks like, most of them being there. */
interface Usual {
  /** How much darker than its paper, share of it, and of 255. */
  readonly share: number;
  readonly darker: number;
  /** In full light, of 255. */
  readonly paper: number;
  /** Share of the paper. */
  readonly noise: number;
}

/**
 * One channel's lines, in the light where its ink is dark, each against the paper above and below it. Where that cannot be told
 * for a lamp's glare, the picture's edge or noise, the line is unsure.
 */
export function readLines(photo: Photo, field: LayoutField, at: ToPhoto): FieldRead {
  const lines = field.rows * field.columns;
  const all = Array.from({ length: lines }, (_, i) => i + 1);
  const unseen: FieldRead = { lines, gaps: [], unsure: all, strong: false };
  if (field.light === 'none') return unseen;
  const cells = all.map((line) =>
    cellOf(photo, at, field, floor((line - 1) / field.columns), (line - 1) % field.columns),
  );
  const inside = cells.filter((cell) => cell.inside);
  if (inside.length < LEAST_INSIDE * lines) return unseen;
  const middle = (q: number, of: (cell: Cell) => number): number => quantileOf(inside.map(of), q) ?? 0;
  const usual: Usual = {
    share: middle(USUAL, contrastOf),
    darker: middle(USUAL, ({ darker }) => darker),
    paper: middle(FULL_LIGHT, ({ paper }) => paper),
    noise: middle(0.5, ({ noise, paper }) => noise / max(1, paper)),
  };
  if (!(usual.share > STANDS_OUT * usual.noise && usual.share > LEAST_CONTRAST)) return unseen;
  // Light is even enough near by, and paper may mirror a lamp: either way of measuring may hold what a line has.
  const shared = cells.map((cell): Shared => ({
    ...cell,
    share: max(contrastOf(cell) / usual.share, min(1, cell.darker / usual.darker)),
  }));
  const plain = shared.filter(
    ({ inside, share }) => inside && (abs(share - 1) < ALIKE || share < MISSING),
  ).length;
  const there = shared.filter(({ inside, share }) => inside && share > FAINT).length;
  if (plain < PLAIN * inside.length) return unseen;
  if (reachesBeyond(photo, field, at, usual.share)) return unseen;
  const placeOf = drift(shared, field);
  const sigma = max(0.02, usual.noise / usual.share);
  const gaps: CheckGap[] = [];
  const unsure: number[] = [];
  shared.forEach((cell, i) => {
    const line = i + 1;
    if (!cell.inside) return void unsure.push(line);
    const found = gapOf(cell, cell.off - placeOf(i), sigma, usual);
    if (found === 'unsure') unsure.push(line);
    else if (found) gaps.push({ line, ...found });
  });
  return { lines, gaps, unsure, strong: there > MOST_THERE * inside.length };
}

/** Lines a row before the first or after the last are this field's own: it was looked for a row too far. */
function reachesBeyond(photo: Photo, field: LayoutField, at: ToPhoto, usual: number): boolean {
  return [-1, field.rows].some((row) => {
    const cells = Array.from({ length: field.columns }, (_, column) =>
      cellOf(photo, at, field, row, column),
    ).filter(({ inside, off }) => inside && abs(off) < 0.4);
    return cells.filter((cell) => contrastOf(cell) > FAINT * usual).length > BEYOND * field.columns;
  });
}

const contrastOf = ({ darker, paper }: Cell): number => (paper > 1 ? darker / paper : 0);

function gapOf(
  cell: Shared,
  off: number,
  sigma: number,
  usual: Usual,
): Omit<CheckGap, 'line'> | 'unsure' | null {
  const { share } = cell;
  const isMirrored = cell.paper > MIRRORS * usual.paper || cell.paper > WHITE;
  const near = max(NEAR, 1.3 * sigma);
  if (share < MISSING + near) {
    if (share > MISSING - near || (isMirrored && share > 0.1)) return 'unsure';
    return { kind: 'missing', from: 0, to: 1, confidence: normalCdf((MISSING - share) / max(sigma, 0.05)) };
  }
  const part = usual.share > PARTS_STAND_OUT * usual.noise * sqrt(POINTS / 3) ? goneIn(cell, usual) : null;
  if (part) return isMirrored ? 'unsure' : { kind: 'part', ...part, confidence: 0.9 };
  if (share < FAINT + near) {
    if (share > FAINT - near || isMirrored) return 'unsure';
    return { kind: 'faint', from: 0, to: 1, confidence: normalCdf((FAINT - share) / max(sigma, 0.05)) };
  }
  if (abs(off) > DEFLECTED) return { kind: 'deflected', from: 0, to: 1, confidence: 0.9 };
  return null;
}

/** The longest part of a line that has no ink, where the rest has. */
function goneIn({ along, paper }: Cell, usual: Usual): { readonly from: number; readonly to: number } | null {
  const gone = along.map((_, p) => {
    const near = along.slice(max(0, p - 1), p + 2);
    return mean(near) < PART_DARK * usual.share * paper;
  });
  let best = { start: 0, length: 0 };
  for (let start = 0; start < gone.length; start++) {
    let end = start;
    while (end < gone.length && gone[end]) end++;
    if (end - start > best.length) best = { start, length: end - start };
    if (end > start) start = end;
  }
  const share = best.length / gone.length;
  if (share < LEAST_PART || share > 0.9) return null;
  // Where what is left of it is no darker, it is faint, not broken.
  const rest = along.filter((_, p) => p < best.start || p >= best.start + best.length);
  if (mean(rest) < REST_DARK * usual.share * paper) return null;
  return { from: best.start / gone.length, to: (best.start + best.length) / gone.length };
}

/** Where a field's lines lie against their layout, in rows: a lens and a sheet that does not lie flat move all of them alike. */
function drift(cells: readonly Shared[], { rows, columns }: LayoutField): (index: number) => number {
  const there = cells.flatMap(({ inside, off, share }, i) =>
    inside && share > 0.7
      ? [{ off, x: (i % columns) / columns - 0.5, y: floor(i / columns) / rows - 0.5 }]
      : [],
  );
  const middle = quantileOf(
    there.map(({ off }) => off),
    0.5,
  );
  if (middle === undefined || there.length < 8) return () => 0;
  // A plane by least squares; what is far off is no part of it.
  const near = there.filter(({ off }) => abs(off - middle) < DEFLECTED);
  const slope = (by: 'x' | 'y'): number => {
    const squares = near.reduce((sum, one) => sum + one[by] ** 2, 0);
    return squares > 0 ? near.reduce((sum, one) => sum + one[by] * (one.off - middle), 0) / squares : 0;
  };
  const [across, down] = [slope('x'), slope('y')];
  return (i) => middle + across * ((i % columns) / columns - 0.5) + down * (floor(i / columns) / rows - 0.5);
}

/**
 * One line against the paper above and below it. In a field of several columns the lines of one row go down in steps, one
 * line's height each.
 */
function cellOf(photo: Photo, at: ToPhoto, field: LayoutField, row: number, column: number): Cell {
  const light = LIGHTS[field.light as Exclude<LayoutField['light'], 'none'>];
  const width = field.width / field.columns;
  const height = field.height / field.rows;
  const y0 = centreOf(field, row, column);
  const x0 = field.x + (column + 0.5) * width;
  const inside =
    isInside(photo, at(x0 - (ALONG / 2) * width, y0)) && isInside(photo, at(x0 + (ALONG / 2) * width, y0));
  if (!inside) return { inside, paper: 0, darker: 0, noise: 0, off: 0, along: [] };
  const rows: number[][] = [];
  for (let k = 0; k < ACROSS; k++) {
    const y = y0 + (k / (ACROSS - 1) - 0.5) * 2 * REACH * height;
    const points: number[] = [];
    for (let p = 0; p < POINTS; p++)
      points.push(valueAt(photo, at(x0 + ALONG * (p / (POINTS - 1) - 0.5) * width, y), light));
    rows.push(points);
  }
  const profile = rows.map(mean);
  // Most of a row is paper: the line is a fifth of it, and blur.
  const paper = quantileOf(profile, 0.75) ?? 0;
  const edge = round(0.1 * ACROSS);
  let darkest = Infinity;
  let where = (ACROSS - 1) / 2;
  for (let k = edge; k < ACROSS - edge; k++) {
    const value = mean(profile.slice(k - 1, k + 2));
    if (value < darkest) [darkest, where] = [value, k];
  }
  const noise = sqrt(
    mean(
      rows.map((points) => {
        const middle = mean(points);
        return mean(points.map((value) => (value - middle) ** 2));
      }),
    ) / POINTS,
  );
  const around = rows.slice(where - 1, where + 2);
  const along = Array.from(
    { length: POINTS },
    (_, p) => paper - mean(around.map((points) => points[p] ?? 0)),
  );
  // The darkest of several is darker than the paper by chance alone.
  return {
    inside,
    paper,
    darker: max(0, paper - darkest - noise),
    noise,
    off: (where / (ACROSS - 1) - 0.5) * 2 * REACH,
    along,
  };
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / max(1, values.length);
