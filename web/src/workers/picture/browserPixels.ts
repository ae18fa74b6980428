import { ColourCount, HEAD_BYTES, pictureHead } from '@hiraeth/core/image';
import type { Kind } from './kindOf';
import { smallSize, STRIP_PX, type Pixels } from './pixels';
import { Refused } from './refused';
import { NO_TAGS, tagsOf } from './tags';

/** A browser holds a decoded picture whole, four bytes a pixel. */
const MOST_DECODED_PX = 200_000_000;

/** Counts the colours of a picture that the browser decodes, and brings to sRGB by its profile while it does. */
export async function browserPixels(
  file: Blob,
  kind: Kind,
  onProgress: (share: number) => void,
): Promise<Pixels & { readonly dpi: number | null }> {
  const head = pictureHead(new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer()));
  if (head && head.widthPx * head.heightPx > MOST_DECODED_PX) throw new Refused('tooLarge');
  if (head?.bits === 1) throw new Refused('oneBit');
  if (head?.kind === 'jpeg' && head.samples === 4) throw new Refused('inksInJpeg');
  // A file without a sound head, such as one whose parts lead in a circle, is left to the browser alone.
  const { dpi, profile } = head ? await tagsOf(file, kind) : NO_TAGS;
  const bitmap = await createImageBitmap(file);
  const { width, height } = bitmap;
  if (width * height > MOST_DECODED_PX) throw new Refused('tooLarge');
  const rows = Math.max(1, Math.floor(STRIP_PX / width));
  const strip = contextOf(width, Math.min(rows, height));
  const count = new ColourCount();
  for (let y = 0; y < height; y += rows) {
    const high = Math.min(rows, height - y);
    strip.clearRect(0, 0, width, high);
    strip.drawImage(bitmap, 0, -y);
    count.add(strip.getImageData(0, 0, width, high).data, 4, 8);
    onProgress((y + high) / height);
  }
  const [w, h] = smallSize(width, height);
  const small = contextOf(w, h);
  small.drawImage(bitmap, 0, 0, w, h);
  bitmap.close();
  return {
    shares: [...count.shares()],
    widthPx: width,
    heightPx: height,
    small: { width: w, height: h, rgba: small.getImageData(0, 0, w, h).data },
    colours: profile === null ? { by: 'nothing' } : { by: 'profile', name: profile },
    dpi,
  };
}

function contextOf(width: number, height: number): OffscreenCanvasRenderingContext2D {
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('no canvas');
  return context;
}
