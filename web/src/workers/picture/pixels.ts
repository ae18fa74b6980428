import type { CountedColour, MeasuredPicture } from '@hiraeth/core/image';

/** Pixels taken in at once. */
export const STRIP_PX = 4_000_000;
/** The longer side of the small copy. */
const SMALL_PX = 120;

/** What was counted in a picture, in sRGB. */
export interface Pixels {
  readonly shares: readonly CountedColour[];
  readonly widthPx: number;
  readonly heightPx: number;
  readonly small: MeasuredPicture['small'];
  readonly colours: MeasuredPicture['colours'];
}

/** Size of the small copy of a picture. */
export function smallSize(width: number, height: number): readonly [w: number, h: number] {
  const scale = Math.min(1, SMALL_PX / Math.max(width, height));
  return [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))];
}
