import { quantileOf } from '../../numeric';
import type { LayoutField } from '../../workbook';
import { toPhoto, type Frame } from './frame';
import type { Photo } from '../photo';
import { LIGHTS, valueAt } from './valueAt';

/**
 * A channel's field, or the whole grid, straightened: as it looks in white light, or in the light where its ink is dark, brightened to its paper.
 *
 * @param frame where the grid lies in the photo
 * @param width and height: of the picture, pixels
 * @param light `own`: where the ink absorbs; `white`: as it is
 * @returns red green blue alpha, 8 bit
 */
export function fieldPicture(
  photo: Photo,
  frame: Frame,
  field: Pick<LayoutField, 'x' | 'y' | 'width' | 'height' | 'light'>,
  width: number,
  height: number,
  light: 'own' | 'white',
): Uint8ClampedArray {
  const toPixels = toPhoto(frame, photo);
  const rgba = new Uint8ClampedArray(4 * width * height).fill(255);
  const own = light === 'own' && field.light !== 'none' ? LIGHTS[field.light] : null;
  const values = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = toPixels(
        field.x + ((x + 0.5) / width) * field.width,
        field.y + ((y + 0.5) / height) * field.height,
      );
      if (own) values[y * width + x] = valueAt(photo, at, own);
      else
        ([LIGHTS.red, LIGHTS.green, LIGHTS.blue] as const).forEach((one, k) => {
          rgba[4 * (y * width + x) + k] = valueAt(photo, at, one);
        });
    }
  if (!own) return rgba;
  // A whole picture is sorted once.
  const sorted = values.slice().sort();
  const [dark, paper] = [quantileOf(sorted, 0.02)!, quantileOf(sorted, 0.9)!];
  values.forEach((value, i) => {
    const shown = (235 * (value - dark)) / Math.max(8, paper - dark) + 20;
    for (let k = 0; k < 3; k++) rgba[4 * i + k] = shown;
  });
  return rgba;
}
