import type { CheckLayout, LayoutField } from '../../workbook';
import type { ToPhoto } from './frame';
import type { Photo } from '../photo';
import { lineAt } from './lineAt';
import { LIGHTS } from './valueAt';

// Looked up once: these stand in loops over every cell.
const { floor, max } = Math;

/** Half of this contrast counts for half: a black field has no more say than a yellow one. */
const HALF = 0.12;
/** In the dark nothing is told, of 255. */
const DARK = 3;

/**
 * How well the printed lines are where the layout has them: their darkness against the paper beside them, less what is found a row
 * before the first and after the last, where nothing is printed.
 *
 * @param every only each so many-th cell is looked at
 * @returns 0 for paper, near 1 where all is there; below 0 where something else is
 */
export function gridScore(photo: Photo, layout: CheckLayout, at: ToPhoto, every: number): number {
  let sum = 0;
  let count = 0;
  let beyond = 0;
  let edges = 0;
  for (const field of layout.fields) {
    if (field.light === 'none') continue;
    const cells = field.rows * field.columns;
    for (let i = 0; i < cells; i += every) {
      const contrast = contrastAt(photo, at, field, floor(i / field.columns), i % field.columns);
      if (contrast === null) continue;
      sum += weighed(contrast);
      count += 1;
    }
    const step = max(1, floor(every / 3));
    for (let column = floor(step / 2); column < field.columns; column += step)
      for (const row of [-1, field.rows]) {
        const contrast = contrastAt(photo, at, field, row, column);
        if (contrast === null) continue;
        beyond += max(0, weighed(contrast));
        edges += 1;
      }
  }
  return count > 0 ? sum / count - (edges > 0 ? beyond / edges : 0) : 0;
}

const weighed = (contrast: number): number =>
  contrast > 0 ? contrast / (contrast + HALF) : contrast / (HALF - contrast);

/** How much darker than its paper a line is, share of it; null: outside the picture. */
function contrastAt(
  photo: Photo,
  at: ToPhoto,
  field: LayoutField,
  row: number,
  column: number,
): number | null {
  if (field.light === 'none') return null;
  const seen = lineAt(photo, at, field, [row, column], LIGHTS[field.light]);
  return seen && (seen.paper > DARK ? (seen.paper - seen.line) / seen.paper : 0);
}
