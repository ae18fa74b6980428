import type { CheckLayout, LayoutField } from '../../workbook';
import type { ToPhoto } from './frame';
import type { Photo } from '../photo';
import { isInside, valueAt } from './valueAt';

// Looked up once: these stand in loops over every cell.
const { floor, max } = Math;

/** Where a line's middle lies: steps go down from column to column within a row. */
export const centreOf = (field: LayoutField, row: number, column: number): number =>
  field.y + ((row + (column + 0.5) / field.columns) * field.height) / field.rows;

/** Each so many-th cell of a layout, for about so many of them. */
export const everyFor = ({ fields }: Pick<CheckLayout, 'fields'>, count: number): number =>
  max(1, floor(fields.reduce((sum, field) => sum + field.rows * field.columns, 0) / count));

/** A line is looked at in these places along it, shares of its cell from the middle; its paper half a row above and below. */
const PLACES = [-0.25, 0.25];
const BESIDE = 0.45;

/**
 * How light the line of a cell is where it should be, and the paper beside it; a quick look, to compare frames by.
 *
 * @param light as of `LIGHTS`
 * @returns means, 0 to 255; null: outside the picture
 */
export function lineAt(
  photo: Photo,
  at: ToPhoto,
  field: LayoutField,
  [row, column]: readonly [number, number],
  light: readonly [number, number, number],
): { readonly line: number; readonly paper: number } | null {
  const [width, height] = [field.width / field.columns, field.height / field.rows];
  const y = centreOf(field, row, column);
  const x = field.x + (column + 0.5) * width;
  if (!isInside(photo, at(x, y))) return null;
  let line = 0;
  let paper = 0;
  for (const dx of PLACES) {
    const u = x + dx * width;
    line += valueAt(photo, at(u, y), light);
    paper +=
      valueAt(photo, at(u, y - BESIDE * height), light) + valueAt(photo, at(u, y + BESIDE * height), light);
  }
  return { line: line / PLACES.length, paper: paper / (2 * PLACES.length) };
}
