import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { between } from '@hiraeth/core/testing';
import {
  fieldPicture,
  findFrames,
  inverted,
  layoutFrom,
  mapped,
  parseCheckLayout,
  readCheck,
  shrunk,
  squareTo,
  type Corners,
  type Photo,
  type ReadCheck,
} from '@hiraeth/core/image';
import type { Printer } from '@hiraeth/core/workbook';
import { makeChance } from '../random';
import { NINE_LAYOUT, photographCheck, type PhotographOptions } from './index';

const photographs = new Map<number, ReturnType<typeof photographCheck>>();
/** Each photograph is taken once: under test that is what takes the time. */
function taken(seed: number, missing: Record<string, number[]>, more: Partial<PhotographOptions> = {}) {
  const known = photographs.get(seed);
  if (known) return known;
  const made = photographCheck(NINE_LAYOUT, missing, {
    width: 760,
    height: 570,
    chance: makeChance(seed),
    perspective: 0.03,
    turn: 5,
    noise: 3,
    blur: 0.7,
    dim: 0.6,
    glow: 0.08,
    ...more,
  });
  photographs.set(seed, made);
  return made;
}
const MISSING = { lm: [57, 121], ye: [1, 90, 180], lg: [33], pk: [10] };
const missingIn = (read: ReadCheck, slotId: string): number[] =>
  read.channels.find((channel) => channel.slotId === slotId)!.gaps.map(({ line }) => line);

describe('a photographed check', () => {
  test.each<[string, number, Partial<PhotographOptions>]>([
    ['askew, in uneven light, on paper that glows', 31, {}],
    ['upside down', 32, { turn: 183 }],
    [
      'on its side, on wood, a shadow across it, through a lens that bends',
      33,
      {
        ...{ turn: 97, desk: 'wood', shadow: 0.4, barrel: 0.025 },
      },
    ],
    ['on a checked cloth, creased', 34, { desk: 'cloth', crease: 0.12 }],
    ['on a table as grey as its own lines', 35, { desk: 'grey', barrel: -0.02 }],
    ['on dots as dark and as round as its marks, a lamp mirrored', 36, { desk: 'dots', glare: 60 }],
  ])('%s: its gaps are found, in yellow and light grey too, and no others', (_, seed, more) => {
    const { photo, corners } = taken(seed, MISSING, more);
    const read = readCheck(photo, NINE_LAYOUT);
    expect(read.refused).toBeNull();
    read.corners!.forEach(([x, y], i) =>
      expect(Math.hypot(x - corners[i]![0], y - corners[i]![1])).toBeLessThan(8),
    );
    for (const { slotId, lines, gaps } of read.channels) {
      expect(lines).toBe(180);
      expect([slotId, gaps.map(({ line }) => line)]).toEqual([
        slotId,
        MISSING[slotId as keyof typeof MISSING] ?? [],
      ]);
      for (const { confidence, kind } of gaps) {
        expect(kind).toBe('missing');
        expect(confidence).toBeGreaterThan(0.9);
      }
    }
  });

  test('a channel that is too faint to tell is unsure as a whole; a clear coat is never counted', () => {
    const { photo } = taken(31, MISSING);
    // All of the light greys' lines are gone: that may be no ink, or ink that cannot be seen.
    const gone = taken(41, { lg: Array.from({ length: 180 }, (_, i) => i + 1) });
    const faint = readCheck(gone.photo, NINE_LAYOUT).channels.find(({ slotId }) => slotId === 'lg')!;
    expect(faint.unsure).toHaveLength(180);
    expect(faint.gaps).toEqual([]);
    const coat = {
      ...NINE_LAYOUT,
      fields: NINE_LAYOUT.fields.map((field) =>
        field.slotId === 'ye' ? { ...field, light: 'none' as const } : field,
      ),
    };
    expect(readCheck(photo, coat).channels.find(({ slotId }) => slotId === 'ye')).toMatchObject({ gaps: [] });
  });

  test('a corner that is off the picture is found by the other three, or nothing is read at all', () => {
    const { photo } = taken(42, MISSING, { shift: [0, -0.09], turn: 15, perspective: 0.01 });
    const read = readCheck(photo, NINE_LAYOUT);
    expect(read.corners!.some(([x, y]) => x < 0 || y < 0)).toBe(true);
    expect(read.refused).toBeNull();
    // What is off the picture is not told of; what is in it is right.
    for (const { slotId, gaps } of read.channels)
      for (const { line } of gaps) expect(MISSING[slotId as keyof typeof MISSING]).toContain(line);
    expect(missingIn(read, 'ye')).toEqual(MISSING.ye);
  });

  test('without colour it cannot be told which side is up: it is asked, and read as it is said', () => {
    const { photo, corners } = taken(43, MISSING, { grey: true, turn: 184 });
    const read = readCheck(photo, NINE_LAYOUT);
    expect([read.refused, read.ways.length, read.channels]).toEqual(['whichWayUp', 2, []]);
    const right = read.ways.find(
      ({ corners: [[x, y]] }) => Math.hypot(x - corners[0][0], y - corners[0][1]) < 8,
    )!;
    expect(missingIn(readCheck(photo, NINE_LAYOUT, right.corners), 'pk')).toEqual([10]);
  });

  test('faint, beside its place, broken off, missing: four things, and each is told as what it is', () => {
    const { photo } = taken(
      44,
      { cy: [5] },
      {
        shadow: 0.3,
        odd: {
          cy: [
            { line: 48, ink: 0.38 },
            { line: 77, off: 0.42 },
            { line: 131, gone: [0.55, 1] },
          ],
          ma: [{ line: 20, ink: 0.4 }],
        },
      },
    );
    const read = readCheck(photo, NINE_LAYOUT);
    const cyan = read.channels.find(({ slotId }) => slotId === 'cy')!;
    expect(cyan.gaps.map(({ line, kind }) => [line, kind])).toEqual([
      [5, 'missing'],
      [48, 'faint'],
      [77, 'deflected'],
      [131, 'part'],
    ]);
    const part = cyan.gaps.at(-1)!;
    expect(part.from).toBeGreaterThan(0.4);
    expect(part.from).toBeLessThan(0.7);
    expect(part.to).toBeGreaterThan(0.9);
    expect(missingIn(read, 'ma')).toEqual([20]);
    expect(missingIn(read, 'pk')).toEqual([]);
  });

  test('a third of a channel’s lines missing at once is read, in the channel that it is', () => {
    const gone = Array.from({ length: 180 }, (_, i) => i + 1).filter((line) => line % 3 === 0);
    const { photo } = taken(45, { ma: gone, gy: gone });
    const read = readCheck(photo, NINE_LAYOUT);
    expect(missingIn(read, 'ma')).toEqual(gone);
    expect(missingIn(read, 'gy')).toEqual(gone);
    expect(missingIn(read, 'cy')).toEqual([]);
  });

  test('a grid whose lines lie a row lower is not read as one whose first row is missing', () => {
    const lower = {
      ...NINE_LAYOUT,
      fields: NINE_LAYOUT.fields.map((field) => ({ ...field, y: field.y + field.height / field.rows })),
    };
    const { photo, corners } = taken(31, MISSING);
    const read = readCheck(photo, lower, corners);
    if (read.refused === null)
      for (const { slotId, gaps } of read.channels)
        expect(gaps.map(({ line }) => line)).toEqual(MISSING[slotId as keyof typeof MISSING] ?? []);
  });

  test('another sheet with four marks is refused: a barcode, an empty one', () => {
    const sheet = (paint: (u: number, v: number) => number): Photo => {
      const [width, height] = [500, 400];
      const rgba = new Uint8ClampedArray(4 * width * height).fill(255);
      for (let y = 0; y < height; y++)
        for (let x = 0; x < width; x++) {
          const [u, v] = [(x - 50) / 400, (y - 40) / 320];
          const mark =
            (u < 0.035 || u > 0.965) && (v < 0.035 || v > 0.965) && u >= 0 && v >= 0 && u <= 1 && v <= 1;
          for (let k = 0; k < 3; k++) rgba[4 * (y * width + x) + k] = mark ? 20 : paint(u, v);
        }
      return { width, height, rgba };
    };
    const barcode = sheet((u, v) =>
      v > 0.2 && v < 0.8 && Math.sin(90 * u) + Math.sin(47 * u) > 0 ? 25 : 235,
    );
    expect(readCheck(barcode, NINE_LAYOUT).refused).toBe('notThisGrid');
    expect(
      readCheck(
        sheet(() => 235),
        NINE_LAYOUT,
      ).refused,
    ).toBe('notThisGrid');
  });

  test('something else is refused: an even sheet, noise, another grid', () => {
    const chance = makeChance(5);
    const flat = (value: () => number): Photo => ({
      width: 400,
      height: 300,
      rgba: Uint8ClampedArray.from({ length: 480_000 }, value),
    });
    expect(
      readCheck(
        flat(() => 240),
        NINE_LAYOUT,
      ).refused,
    ).toBe('noCorners');
    expect(
      readCheck(
        flat(() => 255 * chance.next()),
        NINE_LAYOUT,
      ).refused,
    ).not.toBeNull();
    const { photo } = taken(31, MISSING);
    const other = {
      ...NINE_LAYOUT,
      fields: NINE_LAYOUT.fields.map((field) => ({ ...field, rows: 41, columns: 7 })),
    };
    expect(readCheck(photo, other).refused).toBe('notThisGrid');
  });

  test('the same by marked corners, and shown in the light where the ink is dark', () => {
    const { photo, corners } = taken(31, MISSING);
    const read = readCheck(photo, NINE_LAYOUT, corners);
    expect(read.channels.find(({ slotId }) => slotId === 'ye')!.gaps.map(({ line }) => line)).toEqual(
      MISSING.ye,
    );
    const yellow = NINE_LAYOUT.fields.find(({ slotId }) => slotId === 'ye')!;
    const darkness = (light: 'own' | 'white'): number => {
      const rgba = fieldPicture(photo, { corners: read.corners!, bend: read.bend }, yellow, 120, 90, light);
      const grey = Array.from(
        { length: 120 * 90 },
        (_, i) => (rgba[4 * i]! + rgba[4 * i + 1]! + rgba[4 * i + 2]!) / 3,
      ).sort((a, b) => a - b);
      return grey[Math.floor(0.9 * grey.length)]! - grey[Math.floor(0.05 * grey.length)]!;
    };
    expect(darkness('own')).toBeGreaterThan(1.5 * darkness('white'));
  });
});

describe('the corners of a grid', () => {
  /** A sheet on a table of any shade, with four solid marks and a scribble between them. */
  const sheet = (x0: number, y0: number, table: number, by: number): Photo => {
    const [width, height] = [300 * by, 220 * by];
    const rgba = new Uint8ClampedArray(4 * width * height).fill(255);
    const paint = (x: number, y: number, w: number, h: number, value: number): void => {
      for (let v = y * by; v < (y + h) * by; v++)
        for (let u = x * by; u < (x + w) * by; u++)
          for (let k = 0; k < 3; k++) rgba[4 * (v * width + u) + k] = value;
    };
    paint(0, 0, 300, 220, table);
    paint(x0 - 12, y0 - 12, 224, 154, 235);
    for (const [x, y] of [
      [0, 0],
      [190, 0],
      [190, 120],
      [0, 120],
    ] as const)
      paint(x0 + x, y0 + y, 10, 10, 30);
    paint(x0 + 60, y0 + 50, 80, 12, 40);
    return { width, height, rgba };
  };

  test.each([
    [30, 30, 60, 1],
    [60, 50, 10, 1],
    [75, 22, 120, 2],
    [40, 40, 200, 1],
  ])('a sheet at %d, %d on a table of %d, %d pixels to a dot', (x0, y0, table, by) => {
    const [found] = findFrames(sheet(x0, y0, table, by), 200 / 130, 10);
    expect(found!.three).toBe(false);
    [
      [x0, y0],
      [x0 + 200, y0],
      [x0 + 200, y0 + 130],
      [x0, y0 + 130],
    ].forEach(([x, y]) => {
      const away = found!.corners.map(([u, v]) => Math.hypot(u - x! * by, v - y! * by));
      expect(Math.min(...away)).toBeLessThan(3 * by);
    });
  });

  test('a copy by averaging keeps the mean; a small picture is itself', () => {
    const photo = sheet(30, 30, 60, 2);
    const mean = ({ rgba }: Photo): number => Array.from(rgba).reduce((a, b) => a + b, 0) / rgba.length;
    const small = shrunk(photo, 200);
    expect([small.by, small.photo.width, small.photo.height]).toEqual([3, 200, 146]);
    expect(Math.abs(mean(small.photo) - mean(photo))).toBeLessThan(2);
    expect(shrunk(photo, 600)).toEqual({ photo, by: 1 });
  });
});

describe('a layout', () => {
  const corner = fc.tuple(between(0, 0.2), between(0, 0.2));

  test('the map of a frame and the map back undo each other', () => {
    fc.assert(
      fc.property(corner, corner, corner, corner, (a, b, c, d) => {
        const corners: Corners = [a, [1 - b[0], b[1]], [1 - c[0], 1 - c[1]], [d[0], 1 - d[1]]];
        const map = squareTo(corners);
        (
          [
            [0, 0],
            [1, 0],
            [1, 1],
            [0, 1],
          ] as const
        ).forEach(([x, y], i) => {
          const [u, v] = mapped(map, x, y);
          expect([u, v]).toEqual([expect.closeTo(corners[i]![0], 9), expect.closeTo(corners[i]![1], 9)]);
          const [s, t] = mapped(inverted(map), u, v);
          expect([s, t]).toEqual([expect.closeTo(x, 6), expect.closeTo(y, 6)]);
        });
      }),
    );
  });

  test('is taught by marking it in a first picture: what it reads is what the printer’s own layout reads', () => {
    const { photo, corners } = taken(31, MISSING);
    const map = squareTo(corners);
    const printer = {
      name: 'Taught',
      slots: NINE_LAYOUT.fields.map(({ slotId, light }) => ({
        id: slotId,
        shades: [{ red: 'cyan', green: 'magenta', blue: 'yellow', white: 'grey', none: 'clear coat' }[light]],
      })),
    } as unknown as Printer;
    const points = NINE_LAYOUT.fields.flatMap(({ x, y, width, height }) => [
      mapped(map, x, y),
      mapped(map, x + width, y + height),
    ]);
    const taught = layoutFrom(printer, [...corners, ...points], 10, 18)!;
    expect(parseCheckLayout(JSON.stringify(taught))).toEqual({ ok: true, value: taught });
    const read = readCheck(photo, taught);
    expect(read.channels.find(({ slotId }) => slotId === 'lm')!.gaps.map(({ line }) => line)).toEqual(
      MISSING.lm,
    );
    expect(layoutFrom(printer, [...corners, ...[...points].reverse()], 10, 18)).toBeNull();
    expect(layoutFrom(printer, corners, 10, 18)).toBeNull();
  });

  test.each([
    ['no JSON', '{'],
    ['another file', '{"format":"hiraeth-workbook"}'],
    [
      'a field out of its frame',
      JSON.stringify({ ...NINE_LAYOUT, fields: [{ ...NINE_LAYOUT.fields[0]!, x: 0.9, width: 0.3 }] }),
    ],
    // Two fields of one channel would both be read, and one of them believed.
    [
      'a channel with two fields',
      JSON.stringify({ ...NINE_LAYOUT, fields: [NINE_LAYOUT.fields[0]!, NINE_LAYOUT.fields[0]!] }),
    ],
    ['no lines', JSON.stringify({ ...NINE_LAYOUT, fields: [{ ...NINE_LAYOUT.fields[0]!, rows: 0 }] })],
  ])('%s is refused with what is wrong', (_, text) => {
    const read = parseCheckLayout(text);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problem.problems.length).toBeGreaterThan(0);
  });
});
