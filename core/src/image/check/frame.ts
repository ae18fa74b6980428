import { mapped, squareTo, type Corners, type Point } from '../homography';
import type { Photo } from '../photo';

/** Where a grid lies in a photograph. */
export interface Frame {
  /** Its corners, pixels. */
  readonly corners: Corners;
  /** How the lens bends straight lines, share of the half diagonal at the picture's corner; above 0: outwards in the middle. */
  readonly bend: number;
}

/** A point of the grid, shares of its sides → pixels. */
export type ToPhoto = (x: number, y: number) => Point;

/**
 * Where the points of a grid lie in the photograph: a perspective map, then the lens's first radial term.
 *
 * @source Brown 1966, Decentering distortion of lenses: `straight = bent·(1 + k·r²)`, r in half diagonals from the middle
 */
export function toPhoto(
  { corners, bend }: Frame,
  { width, height }: Pick<Photo, 'width' | 'height'>,
): ToPhoto {
  if (bend === 0) {
    const map = squareTo(corners);
    return (x, y) => mapped(map, x, y);
  }
  const [cx, cy] = [width / 2, height / 2];
  const perSquare = bend / (cx * cx + cy * cy);
  const straight = ([x, y]: Point): Point => {
    const by = 1 + perSquare * ((x - cx) ** 2 + (y - cy) ** 2);
    return [cx + by * (x - cx), cy + by * (y - cy)];
  };
  const [a, b, c, d] = corners;
  const map = squareTo([straight(a), straight(b), straight(c), straight(d)]);
  return (x, y) => {
    const [sx, sy] = mapped(map, x, y);
    const [dx, dy] = [sx - cx, sy - cy];
    const squares = perSquare * (dx * dx + dy * dy);
    // by = 1 / (1 + squares·by²), from the outside in: it settles within a few rounds for lenses that people own.
    let by = 1 / (1 + squares);
    for (let k = 0; k < 4; k++) by = 1 / (1 + squares * by * by);
    return [cx + by * dx, cy + by * dy];
  };
}
