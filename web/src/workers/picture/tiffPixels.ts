import { fromBlob, type GeoTIFFImage } from 'geotiff';
import { ColourCount, profileDescription } from '@hiraeth/core/image';
import { toSrgb, type Colours, type ToSrgb } from '../colours/toSrgb';
import { smallSize, STRIP_PX, type Pixels } from './pixels';
import { Refused } from './refused';

const MOST_PX = 400_000_000;
/** A piece of a TIFF that is decoded at once, bytes. */
const MOST_PIECE = 700_000_000;
/** Longer is no picture. */
const MOST_SIDE_PX = 1_000_000;
/** As strips of a row, a picture of a hundred megapixels has some twelve thousand. */
const MOST_PIECES = 500_000;
/** By number: the reader knows some of them by another name than the standard's. */
const TAG = { xResolution: 282, resolutionUnit: 296, inkSet: 332, icc: 34675 } as const;
const PHOTOMETRIC = { whiteIsZero: 0, palette: 3, mask: 4, separated: 5, ycc: 6, lab: 8, iccLab: 9 } as const;

type Values = Uint8Array | Uint16Array;

/** How a TIFF's pixels lie in the file. */
interface Layout {
  readonly width: number;
  readonly height: number;
  readonly photometric: number;
  readonly samples: number;
  readonly bits: number;
  /** Rows of a strip or tile. */
  readonly piece: number;
}

/** Counts a TIFF's colours strip by strip, each as its profile says. */
export async function tiffPixels(
  file: Blob,
  onProgress: (share: number) => void,
): Promise<Pixels & { readonly dpi: number | null }> {
  const image = await (await fromBlob(file)).getImage(0);
  const layout = await layoutOf(image);
  const profile = await iccOf(image);
  const wanted = coloursOf(layout);
  const mapper = wanted === 'Lab' ? await toSrgb('Lab') : profile && (await toSrgb(profile));
  // A profile of other colours than the file has says nothing of them.
  const known: ToSrgb | null = mapper?.colours === wanted ? mapper : null;
  try {
    if (wanted === 'CMYK' && !known) throw new Refused('inksWithoutProfile');
    const pixelwise = wanted === 'CMYK' || wanted === 'Lab';
    const counted = await count(image, layout, pixelwise ? known : null, onProgress);
    const name = profile && (profileDescription(profile) ?? '');
    return {
      ...(known && !pixelwise ? mapped(counted, known) : counted),
      colours:
        wanted === 'Lab'
          ? { by: 'lab' }
          : name === null
            ? { by: 'nothing' }
            : { by: known ? 'profile' : 'unread', name },
      dpi: await dpiOf(image),
    };
  } finally {
    mapper?.close();
  }
}

/** What the file says of its pixels, refused where it cannot be or is more than can be held. */
async function layoutOf(image: GeoTIFFImage): Promise<Layout> {
  const [width, height] = [image.getWidth(), image.getHeight()];
  if (!(width > 0) || !(height > 0)) throw new Refused('broken');
  if (width * height > MOST_PX || Math.max(width, height) > MOST_SIDE_PX) throw new Refused('tooLargeTiff');
  // Pieces of a pixel or two: each is looked up and unpacked by itself.
  const pieces = Math.ceil(width / image.getTileWidth()) * Math.ceil(height / image.getTileHeight());
  if (!(pieces <= MOST_PIECES)) throw new Refused('tooManyPieces');
  const photometric = Number(image.fileDirectory.getValue('PhotometricInterpretation') ?? 1);
  const samples = image.getSamplesPerPixel();
  const bits = image.getBitsPerSample();
  if (bits === 1 || photometric === PHOTOMETRIC.mask) throw new Refused('oneBit');
  if ((bits !== 8 && bits !== 16) || image.getSampleFormat() > 1) throw new Refused('depth');
  // 1: the four printing inks. Others, and more of them, are named in a way of their own.
  const inkSet = Number((await tag(image, TAG.inkSet)) ?? 1);
  if (photometric === PHOTOMETRIC.separated && (samples < 4 || inkSet !== 1)) throw new Refused('manyInks');
  const piece = Math.min(height, image.getTileHeight());
  if (piece * width * samples * (bits / 8) > MOST_PIECE) throw new Refused('onePiece');
  return { width, height, photometric, samples, bits, piece };
}

function coloursOf({ photometric, samples }: Layout): Colours {
  if (photometric === PHOTOMETRIC.separated) return 'CMYK';
  if (photometric === PHOTOMETRIC.lab || photometric === PHOTOMETRIC.iccLab) return 'Lab';
  return isToRgb(photometric) || samples >= 3 ? 'RGB' : 'GRAY';
}

/** Kinds that the reader itself makes RGB of. */
const isToRgb = (photometric: number): boolean =>
  photometric === PHOTOMETRIC.palette || photometric === PHOTOMETRIC.ycc;

const tag = async (image: GeoTIFFImage, number: number): Promise<unknown> =>
  image.fileDirectory.hasTag(number) ? await image.fileDirectory.loadValue(number) : undefined;

async function iccOf(image: GeoTIFFImage): Promise<Uint8Array | null> {
  const icc = await tag(image, TAG.icc);
  return icc ? Uint8Array.from(icc as ArrayLike<number>) : null;
}

async function dpiOf(image: GeoTIFFImage): Promise<number | null> {
  const parts = Array.from(((await tag(image, TAG.xResolution)) ?? []) as ArrayLike<number>);
  const perUnit = parts.length === 2 && parts[1]! > 0 ? parts[0]! / parts[1]! : 0;
  return perUnit > 0 ? perUnit * ((await tag(image, TAG.resolutionUnit)) === 3 ? 2.54 : 1) : null;
}

async function count(
  image: GeoTIFFImage,
  layout: Layout,
  pixelwise: ToSrgb | null,
  onProgress: (share: number) => void,
): Promise<Omit<Pixels, 'colours'>> {
  const { width, height, photometric, piece } = layout;
  // Whole pieces, so that none is decoded twice.
  const rows = piece * Math.max(1, Math.floor(STRIP_PX / width / piece));
  const counted = new ColourCount();
  const [w, h] = smallSize(width, height);
  const rgba = new Uint8ClampedArray(4 * w * h).fill(255);
  for (let y = 0; y < height; y += rows) {
    const to = Math.min(height, y + rows);
    const strip = await readRows(image, [0, y, width, to], layout, pixelwise);
    if (photometric === PHOTOMETRIC.whiteIsZero) invert(strip);
    counted.add(strip.data, strip.channels, strip.bits);
    sample(rgba, w, h, { ...strip, width, height, from: y, to });
    onProgress(to / height);
  }
  return {
    shares: [...counted.shares()],
    widthPx: width,
    heightPx: height,
    small: { width: w, height: h, rgba },
  };
}

interface Strip {
  readonly data: Values;
  readonly channels: 1 | 2 | 3 | 4;
  readonly bits: 8 | 16;
}

async function readRows(
  image: GeoTIFFImage,
  window: [number, number, number, number],
  { photometric, samples, bits }: Layout,
  pixelwise: ToSrgb | null,
): Promise<Strip> {
  if (isToRgb(photometric))
    return {
      data: (await image.readRGB({ window, interleave: true })) as unknown as Values,
      channels: 3,
      bits: 8,
    };
  const read = async (channels: number): Promise<Values> =>
    (await image.readRasters({
      window,
      interleave: true,
      samples: Array.from({ length: channels }, (_, i) => i),
    })) as unknown as Values;
  if (pixelwise) {
    const colours = pixelwise.colours === 'CMYK' ? 4 : 3;
    const data = eightBit(await read(colours), bits);
    // Signed there, from 128 here.
    if (photometric === PHOTOMETRIC.lab)
      for (let i = 0; i < data.length; i++) if (i % 3 > 0) data[i] = data[i]! ^ 0x80;
    return { data: pixelwise.map(data, data.length / colours), channels: 3, bits: 8 };
  }
  // A fourth value shows the paper only where the file says so; else it is a mask or a saved selection.
  const extra = [image.fileDirectory.getValue('ExtraSamples')].flat()[0];
  const colours = samples >= 3 ? 3 : 1;
  const alpha = samples > colours && (Number(extra) === 1 || Number(extra) === 2);
  const channels = (colours + (alpha ? 1 : 0)) as Strip['channels'];
  return { data: await read(channels), channels, bits: bits as Strip['bits'] };
}

/** A value's upper byte: what is counted in 64 steps needs no more. */
const eightBit = (data: Values, bits: number): Uint8Array =>
  bits === 8 ? Uint8Array.from(data) : Uint8Array.from(data, (value) => value >> 8);

/**
 * Counted colours, and the small copy, as their profile says: a quarter of a million colours at most, however large the
 * picture.
 */
function mapped(counted: Omit<Pixels, 'colours'>, profile: ToSrgb): Omit<Pixels, 'colours'> {
  const one = profile.colours === 'GRAY' ? [0] : [0, 1, 2];
  const { shares, small } = counted;
  const found = profile.map(
    Uint8Array.from(shares.flatMap((colour) => one.map((k) => Math.round(255 * colour[k]!)))),
    shares.length,
  );
  const pixels = small.width * small.height;
  const seen = profile.map(
    Uint8Array.from({ length: pixels * one.length }, (_, i) => {
      const pixel = Math.floor(i / one.length);
      return small.rgba[4 * pixel + (i % one.length)]!;
    }),
    pixels,
  );
  const rgba = small.rgba.map((value, i) => (i % 4 === 3 ? value : seen[3 * (i >> 2) + (i % 4)]!));
  return {
    ...counted,
    shares: shares.map(
      ([, , , share], i) =>
        [found[3 * i]! / 255, found[3 * i + 1]! / 255, found[3 * i + 2]! / 255, share] as const,
    ),
    small: { ...small, rgba },
  };
}

function invert({ data, channels, bits }: Strip): void {
  const top = 2 ** bits - 1;
  for (let i = 0; i < data.length; i += channels) data[i] = top - data[i]!;
}

/** The nearest pixels of some rows, into the small copy. */
function sample(
  rgba: Uint8ClampedArray,
  w: number,
  h: number,
  strip: Strip & { width: number; height: number; from: number; to: number },
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
