import { converter, modeLrgb, modeRgb, useMode } from 'culori/fn';

for (const mode of [modeRgb, modeLrgb]) useMode(mode);

const toLinear = converter('lrgb');
const within = (value: number): number => Math.min(1, Math.max(0, value));

/**
 * Linear light of a colour that is encoded in sRGB.
 *
 * @returns 0 to 1 each
 * @source IEC 61966-2-1
 */
export function linearLight(r: number, g: number, b: number): readonly [r: number, g: number, b: number] {
  const found = toLinear({ mode: 'rgb', r, g, b });
  return [within(found.r), within(found.g), within(found.b)];
}
