import type { Photo } from '../photo';

// Looked up once: these stand in loops over every pixel.
const { max, min } = Math;

/** How much a display's digits stand out from what is around them. */
export interface Contrast {
  readonly width: number;
  readonly height: number;
  /** The light of each pixel, 0 to 255. */
  readonly light: Float32Array;
  /** By how much each is darker than its surroundings, share of them, or lighter, share of a bright segment; 0 or less where it is not. */
  readonly share: Float32Array;
  /** Digits are lighter than their ground. */
  readonly shines: boolean;
}

/** Light that a sensor's noise would make much of in the dark, of 255. */
const DARK = 14;
/** What shines adds its light to what is there, also to a lamp’s mirror image; a bright segment so much of 255. */
const BRIGHT = 180;

/**
 * @param shines digits are lighter than their ground, as on LEDs; they stand out in one colour then
 * @param reach surroundings so far out, pixels
 */
export function contrastOf({ width, height, rgba }: Photo, shines: boolean, reach: number): Contrast {
  const light = new Float32Array(width * height);
  for (let i = 0; i < light.length; i++) {
    const [r, g, b] = [rgba[4 * i]!, rgba[4 * i + 1]!, rgba[4 * i + 2]!];
    light[i] = shines ? max(r, g, b) : 0.3 * r + 0.59 * g + 0.11 * b;
  }
  const share = new Float32Array(width * height);
  // Sums of all that is above and left of a pixel: the mean of any rectangle by four of them.
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += light[y * width + x]!;
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1]! + row;
    }
  }
  for (let y = 0; y < height; y++) {
    const [top, bottom] = [max(0, y - reach), min(height, y + reach + 1)];
    const [above, below] = [top * (width + 1), bottom * (width + 1)];
    for (let x = 0; x < width; x++) {
      const [left, right] = [max(0, x - reach), min(width, x + reach + 1)];
      const sum = sums[below + right]! - sums[above + right]! - sums[below + left]! + sums[above + left]!;
      const mean = sum / ((bottom - top) * (right - left)) + DARK;
      const here = light[y * width + x]! + DARK;
      share[y * width + x] = shines ? (here - mean) / BRIGHT : 1 - here / mean;
    }
  }
  return { width, height, light, share, shines };
}
