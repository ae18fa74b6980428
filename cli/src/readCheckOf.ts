import { decode as decodePng } from 'fast-png';
import jpeg from 'jpeg-js';
import { inflateSync } from 'node:zlib';
import {
  parseCheckLayout,
  pictureHead,
  readCheck,
  unreadKind,
  type Corners,
  type Photo,
  type PictureHead,
} from '@hiraeth/core/image';
import { gapsWords, REFUSED_CHECK_WORDS, UNREAD_PICTURE_WORDS } from '@hiraeth/core/words';
import { decodedWebp } from './decodedWebp';
import { EXIT } from './exit';
import type { Done } from './command';

/** A picture of so many megapixels takes about a gigabyte to decode; a check needs a tenth of it. */
const MOST_MP = 100;
/** The chunk of a PNG that holds its pixels. */
const IDAT = 0x49444154;

/**
 * A photographed nozzle check, read by its printer's layout.
 *
 * @param photo a PNG, JPEG or WebP file's bytes
 * @param layout text of the layout's file
 * @param corners as typed, `x,y x,y x,y x,y` in pixels from the top left on; undefined: they are looked for
 */
export async function readCheckOf(
  photo: Uint8Array,
  layout: string,
  corners: string | undefined,
): Promise<Done> {
  const read = parseCheckLayout(layout);
  if (!read.ok) return `This layout cannot be used: ${read.problem.problems.join('; ')}.`;
  const marked = corners === undefined ? undefined : cornersOf(corners);
  if (marked === null)
    return '--corners are four points in pixels, from the top left on, such as "10,12 900,15 905,700 8,690".';
  const head = pictureHead(photo);
  if (head && head.widthPx * head.heightPx > MOST_MP * 1e6)
    return `The photograph says that it has ${head.widthPx} × ${head.heightPx} pixels. Save a smaller copy: ${MOST_MP} million are more than enough.`;
  const pixels = head && (await decoded(photo, head));
  if (!pixels) {
    const kind = head ? null : unreadKind(photo);
    return kind
      ? UNREAD_PICTURE_WORDS[kind]
      : 'The photograph is no PNG, JPEG or WebP that can be read. Save it as one of these.';
  }
  const found = readCheck(pixels, read.value, marked);
  const data = { ...found, channels: found.channels };
  return {
    data,
    text: found.refused
      ? `${REFUSED_CHECK_WORDS[found.refused]}\n${found.ways.map(({ corners }) => `  --corners '${corners.map((point) => point.map(Math.round).join(',')).join(' ')}'\n`).join('')}`
      : found.channels
          .map(
            ({ slotId, lines, gaps, unsure }) =>
              `${slotId.padEnd(20)} ${
                unsure.length === lines
                  ? 'cannot be told from this picture'
                  : gaps.length === 0
                    ? `all of ${lines} lines`
                    : `${gapsWords(gaps)}, of ${lines} lines`
              }${unsure.length > 0 && unsure.length < lines ? `; not sure of ${unsure.join(', ')}` : ''}\n`,
          )
          .join(''),
    exit: found.refused ? EXIT.problems : EXIT.fine,
  };
}

/** Holds no more than its header says: what is packed into a file of a few kilobytes may be many gigabytes. */
function isBounded(bytes: Uint8Array, { rowBytes, heightPx }: PictureHead): boolean {
  const packed: Uint8Array[] = [];
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let i = 8; i + 12 <= bytes.length;) {
    const length = view.getUint32(i);
    if (view.getUint32(i + 4) === IDAT) packed.push(bytes.subarray(i + 8, i + 8 + length));
    i += 12 + length;
  }
  try {
    // Interlaced, each of its passes rounds its rows up.
    inflateSync(Buffer.concat(packed), { maxOutputLength: 2 * rowBytes * heightPx + 64 });
    return true;
  } catch {
    return false;
  }
}

async function decoded(bytes: Uint8Array, head: PictureHead): Promise<Photo | null> {
  try {
    if (head.kind === 'webp') return await decodedWebp(bytes);
    if (head.kind === 'jpeg') {
      const { width, height, data } = jpeg.decode(bytes, {
        useTArray: true,
        maxResolutionInMP: MOST_MP,
        maxMemoryUsageInMB: 2000,
      });
      return { width, height, rgba: data };
    }
    if (!isBounded(bytes, head)) return null;
    const { width, height, channels, depth, data, palette } = decodePng(bytes);
    if (depth !== 8 && depth !== 16) return null;
    const rgba = new Uint8ClampedArray(4 * width * height).fill(255);
    const value = (i: number): number => (depth === 16 ? data[i]! >> 8 : data[i]!);
    for (let i = 0; i < width * height; i++)
      for (let k = 0; k < 3; k++)
        rgba[4 * i + k] = palette
          ? (palette[data[i]!]?.[k] ?? 0)
          : value(i * channels + (channels >= 3 ? k : 0));
    return { width, height, rgba };
  } catch {
    return null;
  }
}

function cornersOf(text: string): Corners | null {
  const points = text
    .trim()
    .split(/\s+/)
    .map((one) => one.split(',').map(Number));
  return points.length === 4 && points.every((point) => point.length === 2 && point.every(Number.isFinite))
    ? (points as unknown as Corners)
    : null;
}
