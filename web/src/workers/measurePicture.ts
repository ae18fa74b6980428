import exifr from 'exifr';
import { fromBlob, type GeoTIFFImage } from 'geotiff';
import {
  ColourCount,
  HEAD_BYTES,
  imageDemand,
  pictureHead,
  profileColours,
  profileDescription,
  spaceOfProfile,
  type MeasuredPicture,
  type PictureProblem,
  type RgbSpace,
} from '@hiraeth/core/image';
import { hasBothBlacks } from '@hiraeth/core/workbook';
import type { Result } from '@hiraeth/core/quantity';
import type { ForPrinter } from './forPrinter';

/** Pixels taken in at once. */
const STRIP_PX = 4_000_000;
const MOST_PX = 400_000_000;
/** A browser holds a decoded picture whole, four bytes a pixel. */
const MOST_DECODED_PX = 200_000_000;
/** A piece of a TIFF that is decoded at once, bytes. */
const MOST_PIECE = 700_000_000;
/** Longer is no picture. */
const MOST_SIDE_PX = 1_000_000;
/** As strips of a row, a picture of a hundred megapixels has some twelve thousand. */
const MOST_PIECES = 500_000;
const SMALL = 120;

type Kind = 'png' | 'jpeg' | 'webp' | 'tiff';
interface Pixels {
  readonly count: ColourCount;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly small: MeasuredPicture['small'];
  /** That the browser brought its colours to sRGB already. */
  readonly converted: boolean;
}
class Refused extends Error {
  constructor(readonly problem: PictureProblem) {
    super(problem);
  }
}

/**
 * Counts a picture's colours strip by strip, and says what it asks of each printer's channels.
 *
 * @param file PNG, JPEG, WebP or TIFF with 8 or 16 bit
 * @param printers to measure it for
 * @param onProgress share done, 0 to 1
 */
export async function measurePicture(
  file: Blob & { readonly name: string },
  printers: readonly ForPrinter[],
  onProgress: (share: number) => void,
): Promise<Result<MeasuredPicture, PictureProblem>> {
  try {
    const head = new Uint8Array(await file.slice(0, 32).arrayBuffer());
    const kind = kindOf(head);
    if (!kind) throw new Refused('notPicture');
    const tiff = kind === 'tiff' ? await (await fromBlob(file)).getImage(0) : null;
    const said = await (tiff ? tiffTags(tiff) : tagsOf(file));
    const pixels =
      kind === 'tiff' ? await tiffPixels(tiff!, onProgress) : await browserPixels(file, onProgress);
    const named = said.profile === null ? null : spaceOfProfile(said.profile);
    const space: RgbSpace = pixels.converted ? 'srgb' : (named ?? 'srgb');
    return {
      ok: true,
      value: {
        name: file.name,
        widthPx: pixels.widthPx,
        heightPx: pixels.heightPx,
        printMm: printSize(pixels, said.dpi),
        space: named ?? 'srgb',
        profile: said.profile,
        profileKnown: pixels.converted || named !== null,
        small: pixels.small,
        demand: Object.fromEntries(
          printers.map(({ id, slots }) => [
            id,
            {
              photo: imageDemand(pixels.count, space, slots),
              matte: hasBothBlacks(slots) ? imageDemand(pixels.count, space, slots, true) : null,
            },
          ]),
        ),
      },
    };
  } catch (error) {
    // Decoders throw whatever they like at a damaged file.
    return { ok: false, problem: error instanceof Refused ? error.problem : 'broken' };
  }
}

function kindOf(head: Uint8Array): Kind | null {
  const text = String.fromCharCode(...head.subarray(0, 12));
  if (text.startsWith('\x89PNG')) return 'png';
  if (text.startsWith('\xff\xd8\xff')) return 'jpeg';
  if (text.startsWith('RIFF') && text.slice(8) === 'WEBP') return 'webp';
  if (/^(II[*+]\0|MM\0[*+])/.test(text)) return 'tiff';
  return null;
}

interface Tags {
  readonly dpi: number | null;
  readonly profile: string | null;
}

/** Resolution and profile of a TIFF. */
async function tiffTags(image: GeoTIFFImage): Promise<Tags> {
  const tag = async (name: 'XResolution' | 'ICCProfile' | 'ResolutionUnit'): Promise<unknown> =>
    image.fileDirectory.hasTag(name) ? await image.fileDirectory.loadValue(name) : undefined;
  const [resolution, unit, icc] = [
    await tag('XResolution'),
    await tag('ResolutionUnit'),
    await tag('ICCProfile'),
  ];
  const parts = Array.from((resolution ?? []) as ArrayLike<number>);
  const perUnit = parts.length === 2 && parts[1]! > 0 ? parts[0]! / parts[1]! : 0;
  const profile = icc ? Uint8Array.from(icc as ArrayLike<number>) : null;
  if (profile && profileColours(profile) === 'CMYK') throw new Refused('cmyk');
  return {
    dpi: perUnit > 0 ? perUnit * (unit === 3 ? 2.54 : 1) : null,
    profile: profile && profileDescription(profile),
  };
}

/** Resolution and profile, where the file names them; what cannot be read is not there. */
async function tagsOf(file: Blob): Promise<Tags> {
  try {
    const tags = (await exifr.parse(file, {
      icc: true,
      jfif: true,
      ihdr: true,
      exif: false,
      gps: false,
      translateValues: false,
      pick: ['ProfileDescription', 'ColorSpaceData', 'XResolution', 'ResolutionUnit', 'ResolutionUnits'],
    })) as Record<string, unknown> | undefined;
    if (!tags) return { dpi: null, profile: null };
    if (tags['ColorSpaceData'] === 'CMYK') throw new Refused('cmyk');
    const perUnit = Number(tags['XResolution']);
    const perCm = tags['ResolutionUnit'] === 3 || tags['ResolutionUnits'] === 2;
    const dpi = perUnit > 0 ? perUnit * (perCm ? 2.54 : 1) : null;
    const profile = tags['ProfileDescription'];
    return { dpi, profile: typeof profile === 'string' && profile !== '' ? profile : null };
  } catch (error) {
    if (error instanceof Refused) throw error;
    return { dpi: null, profile: null };
  }
}

/** Screens' resolutions say nothing of a print. */
function printSize({ widthPx, heightPx }: Pixels, dpi: number | null): MeasuredPicture['printMm'] {
  if (dpi === null || dpi < 100 || dpi > 5000) return null;
  const mm = (px: number): number => Math.round((25.4 * px) / dpi);
  return { widthMm: mm(widthPx), heightMm: mm(heightPx) };
}

async function browserPixels(file: Blob, onProgress: (share: number) => void): Promise<Pixels> {
  const head = pictureHead(new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer()));
  if (head && head.widthPx * head.heightPx > MOST_DECODED_PX) throw new Refused('tooLarge');
  if (head?.bits === 1) throw new Refused('oneBit');
  if (head?.kind === 'jpeg' && head.samples === 4) throw new Refused('cmyk');
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
  const scale = Math.min(1, SMALL / Math.max(width, height));
  const [w, h] = [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))];
  const small = contextOf(w, h);
  small.drawImage(bitmap, 0, 0, w, h);
  bitmap.close();
  return {
    count,
    widthPx: width,
    heightPx: height,
    small: { width: w, height: h, rgba: small.getImageData(0, 0, w, h).data },
    converted: true,
  };
}

function contextOf(width: number, height: number): OffscreenCanvasRenderingContext2D {
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('no canvas');
  return context;
}

const PHOTOMETRIC = { whiteIsZero: 0, palette: 3, mask: 4, separated: 5, ycc: 6, lab: 8 } as const;

async function tiffPixels(image: GeoTIFFImage, onProgress: (share: number) => void): Promise<Pixels> {
  const [width, height] = [image.getWidth(), image.getHeight()];
  if (!(width > 0) || !(height > 0)) throw new Refused('broken');
  if (width * height > MOST_PX || Math.max(width, height) > MOST_SIDE_PX) throw new Refused('tooLarge');
  // Pieces of a pixel or two: each is looked up and unpacked by itself.
  const pieces = Math.ceil(width / image.getTileWidth()) * Math.ceil(height / image.getTileHeight());
  if (!(pieces <= MOST_PIECES)) throw new Refused('tooManyPieces');
  const photometric = Number(image.fileDirectory.getValue('PhotometricInterpretation') ?? 1);
  if (photometric === PHOTOMETRIC.separated || photometric === PHOTOMETRIC.lab) throw new Refused('cmyk');
  const samples = image.getSamplesPerPixel();
  const bits = image.getBitsPerSample();
  if (bits === 1 || photometric === PHOTOMETRIC.mask) throw new Refused('oneBit');
  if ((bits !== 8 && bits !== 16) || image.getSampleFormat() > 1) throw new Refused('depth');
  const piece = Math.min(height, image.getTileHeight());
  if (piece * width * samples * (bits / 8) > MOST_PIECE) throw new Refused('onePiece');
  const mapped = photometric === PHOTOMETRIC.palette || photometric === PHOTOMETRIC.ycc;
  // Whole pieces, so that none is decoded twice.
  const rows = piece * Math.max(1, Math.floor(STRIP_PX / width / piece));
  const count = new ColourCount();
  const scale = Math.min(1, SMALL / Math.max(width, height));
  const [w, h] = [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))];
  const rgba = new Uint8ClampedArray(4 * w * h).fill(255);
  for (let y = 0; y < height; y += rows) {
    const to = Math.min(height, y + rows);
    const [data, channels] = await readRows(image, [0, y, width, to], samples, mapped);
    if (photometric === PHOTOMETRIC.whiteIsZero) invert(data, channels, bits);
    count.add(data, channels, mapped ? 8 : bits);
    sample(rgba, w, h, { data, channels, bits: mapped ? 8 : bits, width, height, from: y, to });
    onProgress(to / height);
  }
  return { count, widthPx: width, heightPx: height, small: { width: w, height: h, rgba }, converted: false };
}

type Values = Uint8Array | Uint16Array;

async function readRows(
  image: GeoTIFFImage,
  window: [number, number, number, number],
  samples: number,
  mapped: boolean,
): Promise<[Values, 1 | 2 | 3 | 4]> {
  if (mapped) return [(await image.readRGB({ window, interleave: true })) as unknown as Values, 3];
  // A fourth value shows the paper only where the file says so; else it is a mask or a saved selection.
  const extra = [image.fileDirectory.getValue('ExtraSamples')].flat()[0];
  const colours = samples >= 3 ? 3 : 1;
  const alpha = samples > colours && (Number(extra) === 1 || Number(extra) === 2);
  const channels = (colours + (alpha ? 1 : 0)) as 1 | 2 | 3 | 4;
  const data = await image.readRasters({
    window,
    interleave: true,
    samples: Array.from({ length: channels }, (_, i) => i),
  });
  return [data as unknown as Values, channels];
}

function invert(data: Values, channels: number, bits: number): void {
  const top = 2 ** bits - 1;
  for (let i = 0; i < data.length; i += channels) data[i] = top - data[i]!;
}

/** The nearest pixels of some rows, into the small copy. */
function sample(
  rgba: Uint8ClampedArray,
  w: number,
  h: number,
  strip: {
    data: Values;
    channels: number;
    bits: number;
    width: number;
    height: number;
    from: number;
    to: number;
  },
): void {
  const { data, channels, bits, width, height, from, to } = strip;
  for (let y = 0; y < h; y++) {
    const row = Math.min(height - 1, Math.floor(((y + 0.5) * height) / h));
    if (row < from || row >= to) continue;
    for (let x = 0; x < w; x++) {
      const at = ((row - from) * width + Math.min(width - 1, Math.floor(((x + 0.5) * width) / w))) * channels;
      for (let k = 0; k < 3; k++)
        rgba[4 * (y * w + x) + k] = data[at + (channels >= 3 ? k : 0)]! >> (bits - 8);
    }
  }
}
