import type { Slot } from '../workbook';
import { shareByShade } from './imageDemand';
import { linearLight } from './linearLight';
import { separate } from './separate';

/**
 * Where a picture asks for each channel's ink: a small picture per channel, from a small copy of the picture.
 *
 * @param rgba pixels of the small copy in sRGB, 8 bit
 * @returns covered area by pixel, 0 to 1, in slot order
 */
export function demandPicture(
  rgba: ArrayLike<number>,
  slots: readonly Slot[],
  matte = false,
): Float32Array[] {
  const pixels = Math.floor(rgba.length / 4);
  const shades = [...new Set(slots.flatMap((slot) => slot.shades))];
  const found = slots.map(() => new Float32Array(pixels));
  for (let i = 0; i < pixels; i++) {
    const over = (k: number): number => {
      const alpha = rgba[4 * i + 3]! / 255;
      return (rgba[4 * i + k]! / 255) * alpha + 1 - alpha;
    };
    const spot = separate(...linearLight(over(0), over(1), over(2)), shades, matte);
    shareByShade(slots, spot).forEach((covered, s) => (found[s]![i] = Math.min(1, covered)));
  }
  return found;
}
