import type { CheckLayout, LayoutField } from '../../workbook';
import type { ToPhoto } from './frame';
import { centreOf } from './gridScore';
import type { Photo } from './photo';
import { isInside, LIGHTS, valueAt } from './valueAt';

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

function takenBy(photo: Photo, at: ToPhoto, field: LayoutField): readonly [number, number, number] {
  const cells = field.rows * field.columns;
  const step = max(1, cells / LOOKED_AT);
  const [width, height] = [field.width / field.columns, field.height / field.rows];
  const lights = [LIGHTS.red, LIGHTS.green, LIGHTS.blue] as const;
  const line = [0, 0, 0];
  const beside = [0, 0, 0];
  for (let i = step / 2; i < cells; i += step) {
    const [row, column] = [floor(i / field.columns), floor(i) % field.columns];
    const [x, y] = [field.x + (column + 0.5) * width, centreOf(field, row, column)];
    if (!isInside(photo, at(x, y))) continue;
    lights.forEach((light, k) => {
      line[k]! += valueAt(photo, at(x, y), light);
      beside[k]! +=
        0.5 * valueAt(photo, at(x, y - 0.45 * height), light) +
        0.5 * valueAt(photo, at(x, y + 0.45 * height), light);
    });
  }
  const taken = beside.map((paper, k) => (paper > 0 ? max(0, (paper - line[k]!) / paper) : 0));
  return taken as unknown as readonly [number, number, number];
}
