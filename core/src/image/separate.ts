import { sparedBlacks } from '../workbook';

/** Where a family of inks of one hue hands over to the next darker one: area of the whole, 0 to 1. */
const knotsOf = (inks: number): number[] => Array.from({ length: inks }, (_, i) => ((i + 1) / inks) ** 1.5);

/** Lightest first; the black that a paper does not take stands aside. */
const FAMILIES = {
  neutral: ['light grey', 'grey', 'black', 'photo black', 'matte black'],
  cyan: ['light cyan', 'cyan'],
  magenta: ['light magenta', 'magenta'],
  yellow: ['yellow'],
} as const;

/** Of the common part of cyan, magenta and yellow the neutrals replace so much; the rest stays coloured. */
const NEUTRAL_SHARE = 2 / 3;
/** Of a pair of colours an ink of the hue between them replaces so much. */
const HUE_SHARE = 0.8;
/** A clear coat lies evenly over all of the picture. */
const CLEAR_AREA = 0.4;

/**
 * Which part of a spot each shade covers, by a simple documented separation: the area that absorbs is what linear light lacks
 * of white (Murray 1936, Davies 1936), greys and black take two thirds of what red, green and blue lack in common, inks of
 * the hues between take most of their pair, and in each family light inks carry the low densities and hand over to the dark
 * ones. All replacing keeps the covered area, so with cyan, magenta, yellow and a neutral the sum is that of the two colours that
 * lack most: white takes nothing, and no spot takes less when it darkens.
 *
 * @param r linear light in sRGB primaries, 0 to 1
 * @param g as r
 * @param b as r
 * @param shades that the printer has
 * @param matte print with matte black where it has both blacks
 * @returns area by shade, 0 to 1 each; shades without a known place in a separation are left out
 * @source Murray, Davies: halftone area from reflectance; grey component replacement as in ISO 12647 practice
 * @example separate(1, 1, 1, ["photo black", "cyan"]).get("cyan") // 0
 */
export function separate(
  r: number,
  g: number,
  b: number,
  shades: readonly string[],
  matte = false,
): Map<string, number> {
  const has = (shade: string): boolean => shades.includes(shade);
  const spared = sparedBlacks(shades, matte ? 'matte' : 'photo');
  const neutral = FAMILIES.neutral.filter((shade) => has(shade) && !spared.includes(shade));
  const cyan = FAMILIES.cyan.filter(has);
  const magenta = FAMILIES.magenta.filter(has);
  const yellow = FAMILIES.yellow.filter(has);
  const found = new Map<string, number>(shades.map((shade) => [shade, 0]));
  if (has('clear coat')) found.set('clear coat', CLEAR_AREA);
  if (cyan.length + magenta.length + yellow.length === 0) {
    // Greys alone: what the eye's lightness lacks.
    layDown(found, neutral, 1 - (0.2126 * r + 0.7152 * g + 0.0722 * b));
    return found;
  }
  let c = 1 - r;
  let m = 1 - g;
  let y = 1 - b;
  if (neutral.length > 0) {
    const common = Math.min(c, m, y);
    layDown(found, neutral, common);
    c -= NEUTRAL_SHARE * common;
    m -= NEUTRAL_SHARE * common;
    y -= NEUTRAL_SHARE * common;
  }
  const least = Math.min(c, m, y);
  const [pureC, pureM, pureY] = [c - least, m - least, y - least];
  const warm = hueInk(found, has('orange'), has('red'), ['orange', 'red'], pureY, pureM, 1 / 3, 0.5);
  m -= warm;
  y -= warm;
  const green = hueInk(found, has('green'), false, ['green', 'green'], pureC, pureY, 0, 1);
  c -= green;
  y -= green;
  const cold = hueInk(found, has('blue'), has('violet'), ['blue', 'violet'], pureC, pureM, 0.5, 0.7);
  c -= cold;
  m -= cold;
  layDown(found, cyan, c);
  layDown(found, magenta, m);
  layDown(found, yellow, y);
  return found;
}

/** Shares an area over a family, lightest first: each ink's share rises to its knot and falls to the next one. */
function layDown(found: Map<string, number>, family: readonly string[], area: number): void {
  const knots = knotsOf(family.length);
  family.forEach((shade, i) => {
    const knot = knots[i]!;
    const before = i > 0 ? knots[i - 1]! : 0;
    const after = knots[i + 1];
    const share =
      area <= knot
        ? i === 0
          ? 1
          : Math.max(0, (area - before) / (knot - before))
        : after === undefined
          ? 1
          : Math.max(0, 1 - (area - knot) / (after - knot));
    found.set(shade, (found.get(shade) ?? 0) + area * share);
  });
}

/** An ink or two of the hues between two colours take most of what both have; returns what each of the two gives up. */
function hueInk(
  found: Map<string, number>,
  hasFirst: boolean,
  hasSecond: boolean,
  [first, second]: readonly [string, string],
  a: number,
  b: number,
  from: number,
  to: number,
): number {
  const pair = HUE_SHARE * Math.min(a, b);
  if (pair <= 0 || (!hasFirst && !hasSecond)) return 0;
  // 0 at the first colour, 1 at the second.
  const hue = b / (a + b);
  const toSecond =
    hasFirst && hasSecond ? Math.min(1, Math.max(0, (hue - from) / (to - from))) : hasSecond ? 1 : 0;
  found.set(first, (found.get(first) ?? 0) + 2 * pair * (1 - toSecond));
  if (hasSecond) found.set(second, (found.get(second) ?? 0) + 2 * pair * toSecond);
  return pair;
}
