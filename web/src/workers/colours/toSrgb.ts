import {
  cmsFLAGS_BLACKPOINTCOMPENSATION,
  instantiate,
  INTENT_RELATIVE_COLORIMETRIC,
  TYPE_CMYK_8,
  TYPE_GRAY_8,
  TYPE_Lab_8,
  TYPE_RGB_8,
  type Lcms,
} from 'lcms-wasm';
import engineUrl from 'lcms-wasm/dist/lcms.wasm?url';

const FORMATS = { GRAY: TYPE_GRAY_8, RGB: TYPE_RGB_8, CMYK: TYPE_CMYK_8, Lab: TYPE_Lab_8 } as const;
export type Colours = keyof typeof FORMATS;

/** Brings pixels of one kind of colour to sRGB. */
export interface ToSrgb {
  readonly colours: Colours;
  /**
   * @param pixels 8 bit, interleaved, without alpha: CMYK as 255 for full ink, Lab as 0 to 255 and a\*, b\* from 128
   * @returns red, green and blue of each, 8 bit
   */
  map(pixels: Uint8Array, count: number): Uint8Array;
  close(): void;
}

/** The engine itself could not be had: nothing is said of the profile. */
export class NoEngine extends Error {}

let engine: Promise<Lcms> | null = null;

/**
 * How a file's colours become sRGB: by its embedded profile, of curves and a matrix or of tables, as a print would be made of
 * it: white onto white, black onto black (relative colorimetric with black point compensation).
 *
 * @param profile its bytes; `Lab`: CIE L\*a\*b\* of D50, which needs none
 * @returns null: no profile that can be read, or of colours that no picture has here
 */
export async function toSrgb(profile: Uint8Array | 'Lab'): Promise<ToSrgb | null> {
  engine ??= instantiate({ locateFile: () => engineUrl });
  let lcms: Lcms;
  try {
    lcms = await engine;
  } catch (error) {
    engine = null;
    throw new NoEngine('the colour engine did not load', { cause: error });
  }
  const from = profile === 'Lab' ? lcms.cmsCreateLab4Profile(null) : opened(lcms, profile);
  if (from === 0) return null;
  const colours = lcms.cmsGetColorSpaceASCII(from);
  const to = lcms.cmsCreate_sRGBProfile();
  const transform =
    colours !== null && colours in FORMATS
      ? lcms.cmsCreateTransform(
          from,
          FORMATS[colours as Colours],
          to,
          TYPE_RGB_8,
          INTENT_RELATIVE_COLORIMETRIC,
          cmsFLAGS_BLACKPOINTCOMPENSATION,
        )
      : 0;
  lcms.cmsCloseProfile(from);
  lcms.cmsCloseProfile(to);
  if (transform === 0) return null;
  return {
    colours: colours as Colours,
    map: (pixels, count) => lcms.cmsDoTransform(transform, pixels, count),
    close: () => lcms.cmsDeleteTransform(transform),
  };
}

/** From the heap: the package's own way lays a profile on the stack, where one of a megabyte has no room. */
function opened(lcms: Lcms, profile: Uint8Array): number {
  const at = lcms._malloc(profile.length);
  lcms.HEAPU8.set(profile, at);
  const handle = lcms.ccall('cmsOpenProfileFromMem', 'number', ['number', 'number'], [at, profile.length]);
  lcms._free(at);
  return handle;
}
