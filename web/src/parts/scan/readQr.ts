import jsQR from 'jsqr';

/** Longest side that is looked at, pixels. */
const LONGEST = 1000;

interface Detector {
  detect: (source: CanvasImageSource) => Promise<readonly { readonly rawValue: string }[]>;
}
declare const BarcodeDetector: (new (options: { formats: string[] }) => Detector) | undefined;

/**
 * The text of a QR code in a picture: by the browser's own detector where it has one, else by a library.
 *
 * @returns null when there is none
 */
export async function readQr(
  source: CanvasImageSource,
  width: number,
  height: number,
): Promise<string | null> {
  if (typeof BarcodeDetector !== 'undefined')
    try {
      const [found] = await new BarcodeDetector({ formats: ['qr_code'] }).detect(source);
      if (found) return found.rawValue;
    } catch {
      // Some browsers name it without having it.
    }
  const scale = Math.min(1, LONGEST / Math.max(width, height));
  const [w, h] = [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))];
  const canvas = document.createElement('canvas');
  canvas.width = w;
  canvas.height = h;
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) return null;
  context.drawImage(source, 0, 0, w, h);
  return jsQR(context.getImageData(0, 0, w, h).data, w, h)?.data ?? null;
}
