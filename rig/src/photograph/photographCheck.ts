import { centreOf, inverted, mapped, squareTo, type Corners, type Photo } from '@hiraeth/core/image';
import type { CheckLayout } from '@hiraeth/core/workbook';
import type { Chance } from '../random';

// Looked up once: these stand in loops over every pixel.
const { abs, floor, max, min, round } = Math;

/** Reflectance of a full line in red, green and blue light; a light ink hides on white paper. */
const INKS: Readonly<Record<string, readonly [number, number, number]>> = {
  pk: [0.04, 0.04, 0.05],
  mk: [0.07, 0.07, 0.07],
  gy: [0.42, 0.42, 0.43],
  lg: [0.74, 0.74, 0.75],
  cy: [0.1, 0.55, 0.78],
  lc: [0.62, 0.84, 0.92],
  ma: [0.72, 0.12, 0.42],
  lm: [0.9, 0.64, 0.78],
  ye: [0.96, 0.88, 0.22],
};
const MARK = 0.035;
/** A line is as long as most of its cell, and as thick as a good part of a step of its row. */
const LENGTH = 0.92;
const THICK = 0.22;

export interface PhotographOptions {
  readonly width: number;
  readonly height: number;
  readonly chance: Chance;
  /** How far corners are off a straight view, share of the side. */
  readonly perspective: number;
  /** Turned by so many degrees. */
  readonly turn: number;
  /** Standard deviation of the sensor's noise, of 255. */
  readonly noise: number;
  /** Blur's standard deviation, pixels. */
  readonly blur: number;
  /** Light falls off to this share at one side. */
  readonly dim: number;
  /** Brightener: paper glows so much more in blue. */
  readonly glow: number;
}

/**
 * A photograph of a printed check with known gaps: perspective, uneven and coloured light, brightener's glow, a table around
 * the sheet, blur and noise.
 *
 * @param missing lines that are not there, by slot, from 1
 */
export function photographCheck(
  layout: CheckLayout,
  missing: Readonly<Record<string, readonly number[]>>,
  options: PhotographOptions,
): { readonly photo: Photo; readonly corners: Corners } {
  const { width, height, chance } = options;
  const random = chance.next;
  const rect = frameIn(layout, options);
  const corners = rect;
  const back = inverted(squareTo(corners));
  const lines = layout.fields.map((field) => ({ field, gone: new Set(missing[field.slotId] ?? []) }));
  const tint = [1, 0.9 + 0.1 * random(), 0.8 + 0.18 * random()] as const;
  const angle = 2 * Math.PI * random();
  const plane = [0, 1, 2].map(() => new Float32Array(width * height));
  const sheet = 0.07;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      // Two points of each pixel, across from one another: edges are soft, as a lens makes them.
      const colour = [0, 0, 0];
      for (const at of [0.25, 0.75]) {
        const [u, v] = mapped(back, x + at, y + at);
        const seen = reflectance(u, v, sheet);
        for (let k = 0; k < 3; k++) colour[k]! += seen[k]! / 2;
      }
      const along = 0.5 + ((x / width - 0.5) * Math.cos(angle) + (y / height - 0.5) * Math.sin(angle)) / 1.42;
      const light = 205 * (options.dim + (1 - options.dim) * along);
      for (let k = 0; k < 3; k++)
        plane[k]![y * width + x] = colour[k]! * light * tint[k]! * (k === 2 ? 1 + options.glow : 1);
    }
  const rgba = new Uint8ClampedArray(4 * width * height).fill(255);
  plane.forEach((channel, k) => {
    const soft = options.blur > 0 ? blurred(channel, width, height, options.blur) : channel;
    for (let i = 0; i < soft.length; i++) rgba[4 * i + k] = soft[i]! + chance.normal(0, options.noise);
  });
  return { photo: { width, height, rgba }, corners };

  function reflectance(u: number, v: number, margin: number): readonly [number, number, number] {
    if (u < -margin || v < -margin || u > 1 + margin || v > 1 + margin) return [0.16, 0.12, 0.09];
    const inMark =
      (u < MARK || u > 1 - MARK) && (v < MARK || v > 1 - MARK) && u >= 0 && v >= 0 && u <= 1 && v <= 1;
    if (inMark) return INKS['pk']!;
    for (const { field, gone } of lines) {
      if (u < field.x || u > field.x + field.width || v < field.y - 0.02 || v > field.y + field.height + 0.02)
        continue;
      const column = min(field.columns - 1, floor(((u - field.x) / field.width) * field.columns));
      const within = ((u - field.x) / field.width) * field.columns - column - 0.5;
      if (abs(within) > LENGTH / 2) continue;
      const row = round(((v - field.y) / field.height) * field.rows - (column + 0.5) / field.columns);
      if (row < 0 || row >= field.rows) continue;
      const off = ((v - centreOf(field, row, column)) / field.height) * field.rows;
      if (abs(off) > THICK / 2 || gone.has(row * field.columns + column + 1)) continue;
      return INKS[field.slotId] ?? INKS['pk']!;
    }
    return [0.95, 0.95, 0.94];
  }
}

/** The frame's corners in the picture. */
function frameIn(
  layout: CheckLayout,
  { width, height, chance, perspective, turn }: PhotographOptions,
): Corners {
  const size = 0.74 * min(width / layout.aspect, height);
  const [w, h] = [size * layout.aspect, size];
  const radians = (turn * Math.PI) / 180;
  const jitter = (): number => perspective * size * (2 * chance.next() - 1);
  const at = (x: number, y: number): [number, number] => [
    width / 2 + (x * w * Math.cos(radians) - y * h * Math.sin(radians)) + jitter(),
    height / 2 + (x * w * Math.sin(radians) + y * h * Math.cos(radians)) + jitter(),
  ];
  return [at(-0.5, -0.5), at(0.5, -0.5), at(0.5, 0.5), at(-0.5, 0.5)];
}

/** A Gaussian blur, one side after the other. */
function blurred(source: Float32Array, width: number, height: number, sd: number): Float32Array {
  const reach = Math.ceil(2.5 * sd);
  const weights = Array.from({ length: 2 * reach + 1 }, (_, k) =>
    Math.exp(-((k - reach) ** 2) / (2 * sd * sd)),
  );
  const sum = weights.reduce((a, b) => a + b, 0);
  const pass = (from: Float32Array, stepX: number, stepY: number): Float32Array => {
    const to = new Float32Array(from.length);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        let value = 0;
        for (let k = -reach; k <= reach; k++) {
          const u = min(width - 1, max(0, x + k * stepX));
          const v = min(height - 1, max(0, y + k * stepY));
          value += weights[k + reach]! * from[v * width + u]!;
        }
        to[y * width + x] = value / sum;
      }
    return to;
  };
  return pass(pass(source, 1, 0), 0, 1);
}
