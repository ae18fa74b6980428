import type { CheckLayout, LayoutField } from '../../workbook';
import type { ToPhoto } from './frame';
import { everyFor, lineAt } from './lineAt';
import type { Photo } from '../photo';
import { LIGHTS } from './valueAt';

// Looked up once: these stand in loops over every cell.
const { floor, hypot, max } = Math;

/** What an ink that is dark in one light takes of red, green and blue: an ink is never quite pure. */
const TAKES: Readonly<Record<'red' | 'green' | 'blue' | 'white', readonly [number, number, number]>> = {
  red: [0.9, 0.4, 0.18],
  green: [0.28, 0.87, 0.41],
  blue: [0.05, 0.13, 0.99],
  white: [0.577, 0.577, 0.577],
};
/** Cells of a field that are looked at. */
const LOOKED_AT = 24;
/** Fainter than this its colour is noise. */
const LEAST = 0.025;

/**
 * How well the colours of the lines are those of the inks that the layout has there: it tells which side is up where the grid
 * looks alike from two of them.
 *
 * @returns mean cosine between what the lines take of red, green and blue and what their inks do; 0: none can be seen
 */
export function colourScore(photo: Photo, layout: CheckLayout, at: ToPhoto): number {
  let sum = 0;
  let count = 0;
  for (const field of layout.fields) {
    if (field.light === 'none') continue;
    const [r, g, b] = takenBy(photo, at, field);
    const length = hypot(r, g, b);
    if (length < LEAST) continue;
    const [x, y, z] = TAKES[field.light];
    sum += (r * x + g * y + b * z) / length;
    count += 1;
  }
  return count > 0 ? sum / count : 0;
}

/** What a field's lines take of red, green and blue, shares. */
function takenBy(photo: Photo, at: ToPhoto, field: LayoutField): readonly [number, number, number] {
  const every = everyFor({ fields: [field] }, LOOKED_AT);
  const takenOf = (light: readonly [number, number, number]): number => {
    let [line, paper] = [0, 0];
    for (let i = floor(every / 2); i < field.rows * field.columns; i += every) {
      const seen = lineAt(photo, at, field, [floor(i / field.columns), i % field.columns], light);
      line += seen?.line ?? 0;
      paper += seen?.paper ?? 0;
    }
    return paper > 0 ? max(0, (paper - line) / paper) : 0;
  };
  return [takenOf(LIGHTS.red), takenOf(LIGHTS.green), takenOf(LIGHTS.blue)];
}
