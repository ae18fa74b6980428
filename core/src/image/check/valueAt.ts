import type { Point } from '../homography';
import type { Photo } from '../photo';

// Looked up once: these stand in loops over every pixel.
const { floor, max, min } = Math;

export const LIGHTS = {
  red: [1, 0, 0],
  green: [0, 1, 0],
  blue: [0, 0, 1],
  white: [1 / 3, 1 / 3, 1 / 3],
} as const;

/** How bright a point is in this light, between its four pixels; beside the picture its edge goes on. */
export function valueAt(
  { width, height, rgba }: Photo,
  [x, y]: Point,
  [r, g, b]: readonly [number, number, number],
): number {
  const [u, v] = [floor(x - 0.5), floor(y - 0.5)];
  const [du, dv] = [x - 0.5 - u, y - 0.5 - v];
  const left = min(width - 1, max(0, u));
  const right = min(width - 1, max(0, u + 1));
  const top = min(height - 1, max(0, v)) * width;
  const bottom = min(height - 1, max(0, v + 1)) * width;
  const at = (pixel: number): number =>
    r * rgba[4 * pixel]! + g * rgba[4 * pixel + 1]! + b * rgba[4 * pixel + 2]!;
  return (
    (1 - dv) * ((1 - du) * at(top + left) + du * at(top + right)) +
    dv * ((1 - du) * at(bottom + left) + du * at(bottom + right))
  );
}

export const isInside = ({ width, height }: Photo, [x, y]: Point): boolean =>
  x >= 0 && y >= 0 && x < width && y < height;
