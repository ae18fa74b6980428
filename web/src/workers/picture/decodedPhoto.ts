import { HEAD_BYTES, pictureHead, type Photo } from '@hiraeth/core/image';

const MOST_PX = 100_000_000;

/**
 * Decodes a photograph whole, its size known from its header before anything is.
 *
 * @param longest side that is wanted, pixels; a larger one is made smaller
 * @throws Error in words, when it is too large or no picture that the browser can decode
 */
export async function decodedPhoto(file: Blob, longest = Infinity): Promise<Photo> {
  const head = pictureHead(new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer()));
  if (head && head.widthPx * head.heightPx > MOST_PX)
    throw new Error(
      `This picture says that it has ${head.widthPx} × ${head.heightPx} pixels. Save a smaller copy: 100 million are more than enough.`,
    );
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    throw new Error('This is no picture that can be read. Save it as PNG, JPEG or WebP.');
  }
  const scale = Math.min(1, longest / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [bitmap.width, bitmap.height].map((px) => Math.max(1, Math.round(px * scale))) as [
    number,
    number,
  ];
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser cannot look into a picture.');
  context.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  return { width, height, rgba: context.getImageData(0, 0, width, height).data };
}
