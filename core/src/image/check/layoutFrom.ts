import type { CheckLayout, LayoutField, Printer } from '../../workbook';
import { inverted, mapped, squareTo, type Corners, type Point } from '../homography';

/** Light in which a shade is dark; greys and blacks are dark in all. */
const LIGHT_OF: ReadonlyMap<string, LayoutField['light']> = new Map([
  ['cyan', 'red'],
  ['light cyan', 'red'],
  ['magenta', 'green'],
  ['light magenta', 'green'],
  ['yellow', 'blue'],
  ['red', 'green'],
  ['orange', 'blue'],
  ['green', 'red'],
  ['blue', 'red'],
  ['violet', 'green'],
  ['clear coat', 'none'],
]);

/**
 * A layout from points that a person marked in a first good picture.
 *
 * @param points the grid's four corners, then for each slot in order the top left and bottom right of its field, pixels
 * @param columns lines beside each other in a field
 * @param rows of lines in a field
 * @returns null when a field lies outside the corners or has no size
 */
export function layoutFrom(
  printer: Printer,
  points: readonly Point[],
  columns: number,
  rows: number,
): CheckLayout | null {
  const corners = points.slice(0, 4) as unknown as Corners;
  if (points.length !== 4 + 2 * printer.slots.length) return null;
  const map = inverted(squareTo(corners));
  const back = ([x, y]: Point): Point => mapped(map, x, y);
  const length = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
  const [a, b, c, d] = corners;
  const fields = printer.slots.map((slot, i): LayoutField => {
    const [x0, y0] = back(points[4 + 2 * i]!);
    const [x1, y1] = back(points[5 + 2 * i]!);
    return {
      slotId: slot.id,
      x: Math.max(0, x0),
      y: Math.max(0, y0),
      width: x1 - Math.max(0, x0),
      height: y1 - Math.max(0, y0),
      columns,
      rows,
      light: LIGHT_OF.get(slot.shades[0]!) ?? 'white',
    };
  });
  const good = fields.every(
    (field) =>
      field.width >= 0.005 &&
      field.height >= 0.005 &&
      field.x + field.width <= 1.01 &&
      field.y + field.height <= 1.01,
  );
  if (!good) return null;
  return {
    format: 'hiraeth-check-layout',
    version: 1,
    name: `${printer.name}, its own check`,
    aspect: Math.min(10, Math.max(0.1, (length(a, b) + length(d, c)) / (length(a, d) + length(b, c)))),
    fields: fields.map((field) => ({
      ...field,
      width: Math.min(field.width, 1 - field.x),
      height: Math.min(field.height, 1 - field.y),
    })),
  };
}
