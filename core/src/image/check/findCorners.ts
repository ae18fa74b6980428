import type { Corners, Point } from './homography';
import { shrunk, type Photo } from './photo';

// Looked up once: these stand in loops over every pixel.
const { abs, floor, max, min } = Math;

const LONGEST = 700;
/** Tiles along each side in which the paper's own light is looked for. */
const TILES = 12;
/** Darker than this share of its paper is ink. */
const INK = 0.72;
/** A mark is solid over so many pixels each way. */
const SOLID = 2;
/** A mark is no wider than this share of the picture. */
const MOST_MARK = 0.1;

/**
 * The four corner marks of a printed grid: the outermost solid dark spots on the paper, whatever the light. What hangs together
 * with the picture's edge, such as a table around the sheet, is not looked at.
 *
 * @returns in pixels of the picture, the top left of it first; null: there are none
 */
export function findCorners(whole: Photo): Corners | null {
  const { photo, by } = shrunk(whole, LONGEST);
  const { width, height, rgba } = photo;
  const light = new Float32Array(width * height);
  for (let i = 0; i < light.length; i++) light[i] = min(rgba[4 * i]!, rgba[4 * i + 1]!, rgba[4 * i + 2]!);
  const paper = paperLight(light, width, height);
  const dark = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      dark[i] = light[i]! < INK * paper(x, y) ? 1 : 0;
    }
  clearFromEdge(dark, width, height);
  const solid = marksAlone(eroded(dark, width, height), width, height);
  let corners: [Point, Point, Point, Point] | null = null;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (!solid[y * width + x]) continue;
      corners ??= [
        [x, y],
        [x, y],
        [x, y],
        [x, y],
      ];
      const sum = (p: Point): number => p[0] + p[1];
      const difference = (p: Point): number => p[0] - p[1];
      if (x + y < sum(corners[0])) corners[0] = [x, y];
      if (x - y > difference(corners[1])) corners[1] = [x, y];
      if (x + y > sum(corners[2])) corners[2] = [x, y];
      if (x - y < difference(corners[3])) corners[3] = [x, y];
    }
  if (!corners) return null;
  // Eroding took the marks' own edges away.
  const out = (p: Point, dx: number, dy: number): Point => [
    (p[0] + 0.5 + dx * (SOLID + 0.5)) * by,
    (p[1] + 0.5 + dy * (SOLID + 0.5)) * by,
  ];
  const found: Corners = [
    out(corners[0], -1, -1),
    out(corners[1], 1, -1),
    out(corners[2], 1, 1),
    out(corners[3], -1, 1),
  ];
  const area = 0.5 * abs(cross(found[0], found[2], found[1], found[3]));
  return area > 0.05 * whole.width * whole.height ? found : null;
}

const cross = (a: Point, c: Point, b: Point, d: Point): number =>
  (c[0] - a[0]) * (d[1] - b[1]) - (c[1] - a[1]) * (d[0] - b[0]);

/** The paper's light everywhere: a bright share of each tile, evened out between them. */
function paperLight(light: Float32Array, width: number, height: number): (x: number, y: number) => number {
  const tiles = new Float32Array(TILES * TILES);
  for (let v = 0; v < TILES; v++)
    for (let u = 0; u < TILES; u++) {
      const values: number[] = [];
      for (let y = floor((v * height) / TILES); y < floor(((v + 1) * height) / TILES); y += 2)
        for (let x = floor((u * width) / TILES); x < floor(((u + 1) * width) / TILES); x += 2)
          values.push(light[y * width + x]!);
      values.sort((a, b) => a - b);
      tiles[v * TILES + u] = values[floor(0.9 * values.length)] ?? 0;
    }
  const at = (u: number, v: number): number =>
    tiles[min(TILES - 1, max(0, v)) * TILES + min(TILES - 1, max(0, u))]!;
  return (x, y) => {
    const [fu, fv] = [(x * TILES) / width - 0.5, (y * TILES) / height - 0.5];
    const [u, v] = [floor(fu), floor(fv)];
    const [du, dv] = [fu - u, fv - v];
    return (
      (1 - dv) * ((1 - du) * at(u, v) + du * at(u + 1, v)) +
      dv * ((1 - du) * at(u, v + 1) + du * at(u + 1, v + 1))
    );
  };
}

function clearFromEdge(dark: Uint8Array, width: number, height: number): void {
  const stack: number[] = [];
  const take = (x: number, y: number): void => {
    if (x < 0 || y < 0 || x >= width || y >= height || !dark[y * width + x]) return;
    dark[y * width + x] = 0;
    stack.push(x, y);
  };
  for (let x = 0; x < width; x++) {
    take(x, 0);
    take(x, height - 1);
  }
  for (let y = 0; y < height; y++) {
    take(0, y);
    take(width - 1, y);
  }
  while (stack.length > 0) {
    const y = stack.pop()!;
    const x = stack.pop()!;
    take(x - 1, y);
    take(x + 1, y);
    take(x, y - 1);
    take(x, y + 1);
  }
}

/**
 * Only spots of a mark's size and shape stay: a table's edge that shows in the same light as its sheet is long, and a stroke is
 * not square.
 */
function marksAlone(solid: Uint8Array, width: number, height: number): Uint8Array {
  const kept = new Uint8Array(solid.length);
  const seen = new Uint8Array(solid.length);
  for (let start = 0; start < solid.length; start++) {
    if (!solid[start] || seen[start]) continue;
    const spot: number[] = [start];
    seen[start] = 1;
    let [left, right, top, bottom] = [width, 0, height, 0];
    for (let i = 0; i < spot.length; i++) {
      const [x, y] = [spot[i]! % width, floor(spot[i]! / width)];
      left = min(left, x);
      right = max(right, x);
      top = min(top, y);
      bottom = max(bottom, y);
      for (const next of [spot[i]! - 1, spot[i]! + 1, spot[i]! - width, spot[i]! + width])
        if (solid[next] && !seen[next]) {
          seen[next] = 1;
          spot.push(next);
        }
    }
    // Eroding took as much from every side.
    const [w, h] = [right - left + 1 + 2 * SOLID, bottom - top + 1 + 2 * SOLID];
    if (w < MOST_MARK * width && h < MOST_MARK * width && max(w, h) < 3 * min(w, h))
      for (const at of spot) kept[at] = 1;
  }
  return kept;
}

/** Only what is dark all around stays. */
function eroded(dark: Uint8Array, width: number, height: number): Uint8Array {
  const solid = new Uint8Array(dark.length);
  for (let y = SOLID; y < height - SOLID; y++)
    for (let x = SOLID; x < width - SOLID; x++) {
      let all = dark[y * width + x]!;
      for (let v = -SOLID; v <= SOLID && all; v++)
        for (let u = -SOLID; u <= SOLID && all; u++) all = dark[(y + v) * width + x + u]!;
      solid[y * width + x] = all;
    }
  return solid;
}
