import { centreOf, inverted, mapped, squareTo, type Corners, type Photo } from '@hiraeth/core/image';
import type { CheckLayout } from '@hiraeth/core/workbook';
import type { Chance } from '../random';
import { blurred } from './blurred';

// Looked up once: these stand in loops over every pixel.
const { abs, cos, exp, floor, hypot, min, round, sign, sin } = Math;

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
const PAPER = [0.95, 0.95, 0.94] as const;
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
  /** What the sheet lies on; left out: a dark table. */
  readonly desk?: Desk;
  /** The lens bends lines outwards (above 0) or inwards: share at the picture's corner. */
  readonly barrel?: number;
  /** Something stands in the light: so much of it is taken from a part of the sheet. */
  readonly shadow?: number;
  /** The sheet was folded: so much lighter on one side of the fold and darker on the other. */
  readonly crease?: number;
  /** A lamp is mirrored somewhere on the sheet: so much light on top, of 255. */
  readonly glare?: number;
  /** Scanned without colour. */
  readonly grey?: boolean;
  /** The sheet is so far out of the picture's middle, shares of its width and height. */
  readonly shift?: readonly [number, number];
  /** Lines that are there, but not as they should be, by slot. */
  readonly odd?: Readonly<Record<string, readonly OddLine[]>>;
}

export type Desk = 'dark' | 'grey' | 'pale' | 'wood' | 'cloth' | 'dots';

/** A line with less ink, beside its place, or broken off. */
export interface OddLine {
  readonly line: number;
  /** Share of its ink; left out: all of it. */
  readonly ink?: number;
  /** So far from its place, shares of a row. */
  readonly off?: number;
  /** The part that is missing, shares of its length. */
  readonly gone?: readonly [number, number];
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
  const { width, height, chance, barrel = 0, shadow = 0, crease = 0, glare = 0, odd = {} } = options;
  const random = chance.next;
  const rect = frameIn(layout, options);
  const corners = rect;
  const back = inverted(squareTo(corners));
  const lines = layout.fields.map((field) => ({
    field,
    gone: new Set(missing[field.slotId] ?? []),
    odd: new Map((odd[field.slotId] ?? []).map((one) => [one.line, one])),
  }));
  const deskAt = deskOf(options.desk ?? 'dark', chance, 0.02 * min(width, height));
  const half = hypot(width, height) / 2;
  // Where a soft edge of shadow, a fold and a lamp's mirror image lie.
  const [shadowAngle, shadowAt] = [2 * Math.PI * random(), 0.25 * (random() - 0.5)];
  const [foldAngle, foldAt] = [Math.PI * random(), 0.3 * (random() - 0.5)];
  const lamp = [0.2 + 0.6 * random(), 0.2 + 0.6 * random(), 0.06 + 0.06 * random()] as const;
  const tint = [1, 0.9 + 0.1 * random(), 0.8 + 0.18 * random()] as const;
  const angle = 2 * Math.PI * random();
  const plane = [0, 1, 2].map(() => new Float32Array(width * height));
  const sheet = 0.07;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      // Two points of each pixel, across from one another: edges are soft, as a lens makes them.
      const colour = [0, 0, 0];
      const [px, py] = [x - width / 2, y - height / 2];
      const bent = 1 + barrel * ((px * px + py * py) / (half * half));
      for (const at of [0.25, 0.75]) {
        const [u, v] = mapped(back, width / 2 + bent * (px + at), height / 2 + bent * (py + at));
        const seen = reflectance(u, v, sheet) ?? deskAt(x, y);
        for (let k = 0; k < 3; k++) colour[k]! += seen[k]! / 2;
      }
      const along = 0.5 + ((x / width - 0.5) * cos(angle) + (y / height - 0.5) * sin(angle)) / 1.42;
      const dark = shadow / (1 + exp(-sideOf(px, py, shadowAngle, shadowAt) / 0.03));
      const fold = sideOf(px, py, foldAngle, foldAt);
      const folded = crease * sign(fold) * exp(-abs(fold) / 0.08);
      const light = 205 * (options.dim + (1 - options.dim) * along) * (1 - dark) * (1 + folded);
      const mirrored =
        glare === 0
          ? 0
          : glare * exp(-((x / width - lamp[0]) ** 2 + (y / height - lamp[1]) ** 2) / (2 * lamp[2] ** 2));
      for (let k = 0; k < 3; k++)
        plane[k]![y * width + x] =
          colour[k]! * light * tint[k]! * (k === 2 ? 1 + options.glow : 1) + mirrored;
    }
  if (options.grey)
    for (let i = 0; i < width * height; i++) {
      const grey = 0.3 * plane[0]![i]! + 0.59 * plane[1]![i]! + 0.11 * plane[2]![i]!;
      for (const channel of plane) channel[i] = grey;
    }
  const rgba = new Uint8ClampedArray(4 * width * height).fill(255);
  plane.forEach((channel, k) => {
    const soft = options.blur > 0 ? blurred(channel, width, height, options.blur) : channel;
    for (let i = 0; i < soft.length; i++) rgba[4 * i + k] = soft[i]! + chance.normal(0, options.noise);
  });
  return { photo: { width, height, rgba }, corners: corners.map(asBent) as unknown as Corners };

  /** Which side of a line through the picture, shares of its half diagonal. */
  function sideOf(px: number, py: number, angle: number, at: number): number {
    return (px * cos(angle) + py * sin(angle)) / half - at;
  }

  /** Where the lens puts a point of the straight picture. */
  function asBent([x, y]: readonly [number, number]): readonly [number, number] {
    const [px, py] = [x - width / 2, y - height / 2];
    let by = 1;
    for (let k = 0; k < 12; k++) by = 1 / (1 + (barrel * by * by * (px * px + py * py)) / (half * half));
    return [width / 2 + by * px, height / 2 + by * py];
  }

  /** null: beside the sheet. */
  function reflectance(u: number, v: number, margin: number): readonly [number, number, number] | null {
    if (u < -margin || v < -margin || u > 1 + margin || v > 1 + margin) return null;
    const inMark =
      (u < MARK || u > 1 - MARK) && (v < MARK || v > 1 - MARK) && u >= 0 && v >= 0 && u <= 1 && v <= 1;
    if (inMark) return INKS['pk']!;
    for (const { field, gone, odd } of lines) {
      if (u < field.x || u > field.x + field.width || v < field.y - 0.02 || v > field.y + field.height + 0.02)
        continue;
      const column = min(field.columns - 1, floor(((u - field.x) / field.width) * field.columns));
      const within = ((u - field.x) / field.width) * field.columns - column - 0.5;
      if (abs(within) > LENGTH / 2) continue;
      const nearest = round(((v - field.y) / field.height) * field.rows - (column + 0.5) / field.columns);
      for (const row of odd.size > 0 ? [nearest - 1, nearest, nearest + 1] : [nearest]) {
        if (row < 0 || row >= field.rows) continue;
        const line = row * field.columns + column + 1;
        const strange = odd.get(line);
        const off = ((v - centreOf(field, row, column)) / field.height) * field.rows - (strange?.off ?? 0);
        if (abs(off) > THICK / 2 || gone.has(line)) continue;
        const along = within / LENGTH + 0.5;
        if (strange?.gone && along >= strange.gone[0] && along <= strange.gone[1]) continue;
        const full = INKS[field.slotId] ?? INKS['pk']!;
        const ink = strange?.ink ?? 1;
        return [0, 1, 2].map((k) => PAPER[k]! + ink * (full[k]! - PAPER[k]!)) as [number, number, number];
      }
    }
    return PAPER;
  }
}

/** The frame's corners in the picture. */
function frameIn(
  layout: CheckLayout,
  { width, height, chance, perspective, turn, shift = [0, 0] }: PhotographOptions,
): Corners {
  const size = 0.74 * min(width / layout.aspect, height);
  const [w, h] = [size * layout.aspect, size];
  const radians = (turn * Math.PI) / 180;
  const jitter = (): number => perspective * size * (2 * chance.next() - 1);
  const at = (x: number, y: number): [number, number] => [
    width / 2 + shift[0] * w + (x * w * cos(radians) - y * h * sin(radians)) + jitter(),
    height / 2 + shift[1] * h + (x * w * sin(radians) + y * h * cos(radians)) + jitter(),
  ];
  return [at(-0.5, -0.5), at(0.5, -0.5), at(0.5, 0.5), at(-0.5, 0.5)];
}

/** What lies around the sheet, by where in the picture; its pattern is turned by any angle. */
function deskOf(
  desk: Desk,
  chance: Chance,
  size: number,
): (x: number, y: number) => readonly [number, number, number] {
  const angle = Math.PI * chance.next();
  const [east, south] = [cos(angle), sin(angle)];
  const plain = (value: number): [number, number, number] => [value, 0.98 * value, 0.95 * value];
  const shade = chance.next();
  return (x, y) => {
    const [u, v] = [(x * east + y * south) / size, (y * east - x * south) / size];
    switch (desk) {
      case 'dark':
        return [0.16, 0.12, 0.09];
      case 'grey':
        return plain(0.3 + 0.3 * shade);
      case 'pale':
        return plain(0.66 + 0.12 * shade);
      case 'wood': {
        const grain = 0.5 + 0.5 * sin(3 * v + 1.5 * sin(0.35 * u) + 0.7 * sin(1.3 * v));
        return [0.42 + 0.22 * grain, 0.28 + 0.17 * grain, 0.16 + 0.1 * grain];
      }
      case 'cloth': {
        const dark = (floor(u / 1.6) % 2 === 0 ? 1 : 0) + (floor(v / 1.6) % 2 === 0 ? 1 : 0);
        return [0.75 - 0.28 * dark, 0.75 - 0.32 * dark, 0.78 - 0.26 * dark];
      }
      case 'dots':
        return hypot((u % 2.4) - sign(u) * 1.2, (v % 2.4) - sign(v) * 1.2) < 0.6 ? plain(0.12) : plain(0.7);
    }
  };
}
