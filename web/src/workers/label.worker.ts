import { expose } from 'comlink';
import jsQR from 'jsqr';
import { shrunk } from '@hiraeth/core/image';
import { decodedPhoto } from './picture/decodedPhoto';

/** Longest sides that are looked at, pixels: a code that fills the picture, and one that lies small in it. */
const LONGEST = [1000, 2400] as const;

const api = {
  /** The text of a QR code in a photograph; null: there is none. */
  async read(file: Blob): Promise<string | null> {
    const photo = await decodedPhoto(file, LONGEST[1]);
    for (const longest of LONGEST) {
      const { rgba, width, height } = shrunk(photo, longest).photo;
      const found = jsQR(new Uint8ClampedArray(rgba), width, height)?.data;
      if (found) return found;
      if (Math.max(photo.width, photo.height) <= longest) return null;
    }
    return null;
  },
};
export type LabelWorker = typeof api;

expose(api);
