import { inverted, mapped, squareTo, type Corners, type Photo, type Point } from '@hiraeth/core/image';
import type { Chance } from '../random';
import { blurred } from './blurred';

// Looked up once: these stand in loops over every pixel.
const { abs, cos, exp, floor, hypot, max, sin } = Math;

type Colour = readonly [number, number, number];

/** What a display is made of: light of its ground, of a lit segment, and whether it shines by itself. */
const KINDS: Readonly<Record<DisplayKind, { ground: Colour; lit: Colour; shines: boolean }>> = {
  lcd: { ground: [0.55, 0.6, 0.47], lit: [0.1, 0.11, 0.1], shines: false },
  backlit: { ground: [0.5, 0.72, 0.9], lit: [0.1, 0.12, 0.22], shines: true },
  negative: { ground: [0.05, 0.09, 0.36], lit: [0.82, 0.92, 1], shines: true },
  red: { ground: [0.09, 0.02, 0.02], lit: [0.95, 0.16, 0.1], shines: true },
  green: { ground: [0.02, 0.06, 0.03], lit: [0.3, 0.95, 0.4], shines: true },
};
export type DisplayKind = 'lcd' | 'backlit' | 'negative' | 'red' | 'green';

/** Lit segments: top, upper right, lower right, bottom, lower left, upper left, middle. */
const LIT: Readonly<Record<string, string>> = {
  '0': 'abcdef',
  '1': 'bc',
  '2': 'abdeg',
  '3': 'abcdg',
  '4': 'bcfg',
  '5': 'acdfg',
  '6': 'acdefg',
  '7': 'abc',
  '8': 'abcdefg',
  '9': 'abcdfg',
  '-': 'g',
  ' ': '',
};

export interface DisplayOptions {
  readonly width: number;
  readonly height: number;
  readonly chance: Chance;
  readonly kind: DisplayKind;
  /** Digits lean by so many degrees. */
  readonly slant: number;
  /** A digit's width, and a segment's thickness and the gap beside it, shares of a digit's height. */
  readonly digitWidth: number;
  readonly thick: number;
  readonly gap: number;
  /** A segment that is off is seen by so much of one that is on. */
  readonly ghost: number;
  /** The row of digits is so wide, share of the picture's width. */
  readonly size: number;
  /** Seen from so many degrees above or below, from the side, and turned. */
  readonly tilt: readonly [number, number, number];
  /** Out of the picture's middle, shares of its sides. */
  readonly shift: readonly [number, number];
  readonly blur: number;
  readonly noise: number;
  /** Light falls off to this share at one side. */
  readonly dim: number;
  readonly shadow: number;
  /** A lamp is mirrored in the glass: so much light on top, of 255. */
  readonly glare: number;
}

/** Places before the first digit that stay dark, as on a display for more. */
const BLANKS = 1;
const MARGIN = 0.45;
const BEZEL = 0.5;

/**
 * A photograph of a scale's display: seven segments a digit in a window, its bezel and housing around it, a mark for stable and a
 * small unit beside the digits.
 *
 * @param text as shown: digits, a point, a sign before them
 */
export function photographDisplay(text: string, options: DisplayOptions): Photo {
  const { width, height, chance, digitWidth, thick, gap, ghost } = options;
  const { ground, lit, shines } = KINDS[options.kind];
  const cells = cellsOf(' '.repeat(BLANKS) + text);
  const pitch = digitWidth + 0.2;
  const lean = Math.tan((options.slant * Math.PI) / 180);
  // All lengths in heights of a digit.
  const [wide, high] = [cells.length * pitch + 2 * MARGIN + 0.5, 1 + 2 * MARGIN];
  const back = inverted(squareTo(cornersOf(wide, high, options)));
  const [housing, bezel] = [0.35 + 0.5 * chance.next(), 0.04 + 0.1 * chance.next()];
  const angle = 2 * Math.PI * chance.next();
  const [shadowAngle, shadowAt] = [2 * Math.PI * chance.next(), 0.3 * (chance.next() - 0.5)];
  const lamp = [0.25 + 0.5 * chance.next(), 0.25 + 0.5 * chance.next(), 0.03 + 0.05 * chance.next()] as const;
  const between = (on: number, k: 0 | 1 | 2): number => ground[k] + on * (lit[k] - ground[k]);
  const colours = new Map(
    [0, ghost, 1].map((on): [number, Colour] => [on, [between(on, 0), between(on, 1), between(on, 2)]]),
  );
  const half = thick / 2;
  const plane = [0, 1, 2].map(() => new Float32Array(width * height));
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [px, py] = [x / width - 0.5, y / height - 0.5];
      const along = 0.5 + (px * cos(angle) + py * sin(angle)) / 1.42;
      const side = px * cos(shadowAngle) + py * sin(shadowAngle) - shadowAt;
      const light =
        (options.dim + (1 - options.dim) * along) * (1 - options.shadow / (1 + exp(-side / 0.02)));
      const mirrored =
        options.glare *
        exp(
          -((px + 0.5 - lamp[0]) ** 2 + ((py + 0.5 - lamp[1]) * (height / width)) ** 2) / (2 * lamp[2] ** 2),
        );
      // Four points of each pixel: edges are soft, as a lens makes them.
      for (let s = 0; s < 4; s++) {
        const [u, v] = mapped(back, x + 0.25 + 0.5 * (s % 2), y + 0.25 + 0.5 * floor(s / 2));
        const [seen, by] = colourAt(u * wide, v * high);
        for (let k = 0; k < 3; k++) plane[k]![y * width + x]! += (215 * seen[k]! * (by ? 1 : light)) / 4;
      }
      for (let k = 0; k < 3; k++) plane[k]![y * width + x]! += mirrored;
    }
  const rgba = new Uint8ClampedArray(4 * width * height).fill(255);
  plane.forEach((channel, k) => {
    const soft = options.blur > 0 ? blurred(channel, width, height, options.blur) : channel;
    for (let i = 0; i < soft.length; i++) rgba[4 * i + k] = soft[i]! + chance.normal(0, options.noise);
  });
  return { width, height, rgba };

  /** What is at a place of the scale's front, and whether it shines by itself. */
  function colourAt(x: number, y: number): readonly [Colour, boolean] {
    if (x < 0 || y < 0 || x > wide || y > high) {
      const out = max(-x, -y, x - wide, y - high);
      if (out < BEZEL) return [[bezel, bezel, bezel], false];
      // Words printed on the housing.
      const word = out > 0.9 && out < 1.05 && floor(x * 5) % 3 > 0 && y < 0;
      const value = word ? 0.12 : housing;
      return [[value, value, 0.97 * value], false];
    }
    return [colours.get(litAt(x, y)) ?? ground, shines];
  }

  /** 1: lit; the share of a ghost: a segment that is off; 0: ground. */
  function litAt(x: number, y: number): number {
    const v = y - MARGIN;
    const u = x - MARGIN + lean * (v - 0.5);
    if (v < -0.1 || v > 1.1) return 0;
    const place = floor(u / pitch);
    const cell = cells[place];
    if (!cell) return unitAt(x - (wide - 0.62), y - (high - MARGIN - 0.42));
    const at = u - place * pitch;
    const dot = hypot(at - (digitWidth + 0.1), v - (1 - thick / 2)) < thick * 0.58;
    if (dot) return cell.point ? 1 : ghost;
    const segment = segmentAt(at, v);
    if (segment === null) return 0;
    return cell.segments.includes(segment) ? 1 : ghost;
  }

  /** Which segment of a digit is there. */
  function segmentAt(x: number, y: number): string | null {
    return (
      lying('a', half, x, y) ??
      lying('g', 0.5, x, y) ??
      lying('d', 1 - half, x, y) ??
      upright('f', half, [half, 0.5], x, y) ??
      upright('b', digitWidth - half, [half, 0.5], x, y) ??
      upright('e', half, [0.5, 1 - half], x, y) ??
      upright('c', digitWidth - half, [0.5, 1 - half], x, y)
    );
  }

  function lying(name: string, middle: number, x: number, y: number): string | null {
    const off = abs(y - middle);
    return off < half && x > half + gap + off - half * 0.4 && x < digitWidth - half - gap - off + half * 0.4
      ? name
      : null;
  }

  function upright(
    name: string,
    middle: number,
    [from, to]: readonly [number, number],
    x: number,
    y: number,
  ): string | null {
    const off = abs(x - middle);
    return off < half && y > from + gap + off && y < to - gap - off ? name : null;
  }
}

/** A small g. */
function unitAt(x: number, y: number): number {
  const ring = hypot(x - 0.14, y - 0.14);
  const tail = abs(x - 0.26) < 0.035 && y > 0.02 && y < 0.4;
  const hook = abs(y - 0.4) < 0.035 && x > 0.02 && x < 0.28;
  return (ring < 0.15 && ring > 0.08) || tail || hook ? 1 : 0;
}

interface Cell {
  readonly segments: string;
  readonly point: boolean;
}

function cellsOf(text: string): readonly Cell[] {
  const cells: Cell[] = [];
  for (const sign of text) {
    const last = cells.at(-1);
    if (sign === '.' && last) cells[cells.length - 1] = { ...last, point: true };
    else cells.push({ segments: LIT[sign] ?? '', point: false });
  }
  return cells;
}

/** Where the window's corners are seen, by a camera that looks at it askew. */
function cornersOf(
  wide: number,
  high: number,
  { width, height, size, tilt, shift }: DisplayOptions,
): Corners {
  const [a, b, c] = tilt.map((degrees) => (degrees * Math.PI) / 180) as [number, number, number];
  // From so many window's widths away.
  const far = 2.2 * wide;
  const scale = (size * width) / wide;
  const seen = (x: number, y: number): Point => {
    const [u, v] = [x * cos(c) - y * sin(c), x * sin(c) + y * cos(c)];
    const [u1, z1] = [u * cos(b), u * sin(b)];
    const [v1, z2] = [v * cos(a), v * sin(a)];
    const by = far / (far + z1 + z2);
    return [width * (0.5 + shift[0]) + scale * by * u1, height * (0.5 + shift[1]) + scale * by * v1];
  };
  const [w, h] = [wide / 2, high / 2];
  return [seen(-w, -h), seen(w, -h), seen(w, h), seen(-w, h)];
}
