import { imageDemand, type MeasuredPicture, type PictureProblem } from '@hiraeth/core/image';
import { hasBothBlacks } from '@hiraeth/core/workbook';
import type { Result } from '@hiraeth/core/quantity';
import type { ForPrinter } from './forPrinter';
import { NoEngine } from './colours/toSrgb';
import { browserPixels } from './picture/browserPixels';
import { kindOf } from './picture/kindOf';
import { Refused } from './picture/refused';
import { tiffPixels } from './picture/tiffPixels';

/**
 * Counts a picture's colours strip by strip, and says what it asks of each printer's channels.
 *
 * @param file PNG, JPEG, WebP or TIFF with 8 or 16 bit; a TIFF may be of printing inks with their profile, or L\*a\*b\*
 * @param printers to measure it for
 * @param onProgress share done, 0 to 1
 */
export async function measurePicture(
  file: Blob & { readonly name: string },
  printers: readonly ForPrinter[],
  onProgress: (share: number) => void,
): Promise<Result<MeasuredPicture, PictureProblem>> {
  try {
    const kind = kindOf(new Uint8Array(await file.slice(0, 32).arrayBuffer()));
    if (!kind) throw new Refused('notPicture');
    const pixels =
      kind === 'tiff' ? await tiffPixels(file, onProgress) : await browserPixels(file, kind, onProgress);
    const { widthPx, heightPx, small, colours, shares } = pixels;
    return {
      ok: true,
      value: {
        name: file.name,
        widthPx,
        heightPx,
        printMm: printSize(widthPx, heightPx, pixels.dpi),
        colours,
        small,
        demand: Object.fromEntries(
          printers.map(({ id, slots }) => [
            id,
            {
              photo: imageDemand(shares, slots),
              matte: hasBothBlacks(slots) ? imageDemand(shares, slots, true) : null,
            },
          ]),
        ),
      },
    };
  } catch (error) {
    // Decoders throw whatever they like at a damaged file.
    if (error instanceof Refused) return { ok: false, problem: error.problem };
    return { ok: false, problem: error instanceof NoEngine ? 'noEngine' : 'broken' };
  }
}

/** Screens' resolutions say nothing of a print. */
function printSize(widthPx: number, heightPx: number, dpi: number | null): MeasuredPicture['printMm'] {
  if (dpi === null || dpi < 100 || dpi > 5000) return null;
  const mm = (px: number): number => Math.round((25.4 * px) / dpi);
  return { widthMm: mm(widthPx), heightMm: mm(heightPx) };
}
