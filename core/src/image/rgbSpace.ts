import {
  converter,
  modeA98,
  modeLrgb,
  modeP3,
  modeProphoto,
  modeRgb,
  modeXyz50,
  modeXyz65,
  useMode,
} from 'culori/fn';

for (const mode of [modeRgb, modeLrgb, modeXyz65, modeXyz50, modeP3, modeA98, modeProphoto]) useMode(mode);

/** RGB spaces that a picture may be in. */
export const RGB_SPACES = ['srgb', 'p3', 'a98', 'prophoto'] as const;
export type RgbSpace = (typeof RGB_SPACES)[number];

/** The space that an embedded profile's description names; null: another one, or none. */
export function spaceOfProfile(description: string): RgbSpace | null {
  if (/pro\s?photo|romm/i.test(description)) return 'prophoto';
  if (/display\s?p3|p3[ -]?d65/i.test(description)) return 'p3';
  if (/adobe\s?rgb|\ba98\b/i.test(description)) return 'a98';
  if (/srgb|61966/i.test(description)) return 'srgb';
  return null;
}

const toLinear = converter('lrgb');
const within = (value: number): number => Math.min(1, Math.max(0, value));

/**
 * Linear light in sRGB primaries; what lies outside is brought to the edge.
 *
 * @param space that the encoded values are in
 * @returns 0 to 1 each
 */
export function linearLight(
  r: number,
  g: number,
  b: number,
  space: RgbSpace,
): readonly [r: number, g: number, b: number] {
  const found = toLinear({ mode: space === 'srgb' ? 'rgb' : space, r, g, b });
  return [within(found.r), within(found.g), within(found.b)];
}
