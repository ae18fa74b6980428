export type Point = readonly [x: number, y: number];
/** Top left, top right, bottom right, bottom left. */
export type Corners = readonly [Point, Point, Point, Point];
/** Nine numbers, row by row, of a map between planes seen in perspective. */
export type Homography = readonly [number, number, number, number, number, number, number, number, number];

/**
 * The perspective map that takes the unit square's corners to these.
 *
 * @param corners of the square's image, in order
 * @source Heckbert 1989, Fundamentals of Texture Mapping and Image Warping, 2.2.3
 */
export function squareTo([a, b, c, d]: Corners): Homography {
  const [dx1, dy1] = [b[0] - c[0], b[1] - c[1]];
  const [dx2, dy2] = [d[0] - c[0], d[1] - c[1]];
  const [dx3, dy3] = [a[0] - b[0] + c[0] - d[0], a[1] - b[1] + c[1] - d[1]];
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (dx3 * dy2 - dx2 * dy3) / det;
  const h = (dx1 * dy3 - dx3 * dy1) / det;
  return [
    b[0] - a[0] + g * b[0],
    d[0] - a[0] + h * d[0],
    a[0],
    b[1] - a[1] + g * b[1],
    d[1] - a[1] + h * d[1],
    a[1],
    g,
    h,
    1,
  ];
}

/** Where a point goes. */
export function mapped(map: Homography, x: number, y: number): Point {
  // By place: taken apart in the head it is half as fast, and every pixel comes by here.
  const w = map[6] * x + map[7] * y + map[8];
  return [(map[0] * x + map[1] * y + map[2]) / w, (map[3] * x + map[4] * y + map[5]) / w];
}

/** The map back. */
export function inverted([a, b, c, d, e, f, g, h, i]: Homography): Homography {
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ];
}
