import type { Photo } from '@hiraeth/core/image';

/** Wide enough for a display's digits, and soon read. */
const WIDE = 480;

/** A small copy's pixels. */
export function pixelsOf(source: CanvasImageSource, width: number, height: number): Photo {
  const by = Math.max(width / WIDE, 1);
  const small = new OffscreenCanvas(Math.round(width / by), Math.round(height / by));
  const context = small.getContext('2d', { willReadFrequently: true })!;
  context.imageSmoothingQuality = 'high';
  context.drawImage(source, 0, 0, small.width, small.height);
  const { data } = context.getImageData(0, 0, small.width, small.height);
  return { width: small.width, height: small.height, rgba: data };
}
