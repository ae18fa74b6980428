import exifr from 'exifr';
import { HEAD_BYTES, profileDescription } from '@hiraeth/core/image';
import type { Kind } from './kindOf';

/** What a file says of its picture beside the pixels. */
export interface Tags {
  /** Pixels to the inch; null: it does not say. */
  readonly dpi: number | null;
  /** Its embedded profile's name, empty where it has none; null: no profile. */
  readonly profile: string | null;
}
export const NO_TAGS: Tags = { dpi: null, profile: null };

/** Resolution and profile of a picture that the browser decodes; what cannot be read is not there. */
export async function tagsOf(file: Blob, kind: Kind): Promise<Tags> {
  try {
    if (kind === 'webp') return await webpTags(file);
    const tags = await exifTags(file);
    return kind === 'png' ? { ...tags, profile: await pngProfile(file) } : tags;
  } catch {
    return NO_TAGS;
  }
}

async function exifTags(file: Blob | Uint8Array): Promise<Tags> {
  const tags = (await exifr.parse(file, {
    icc: true,
    jfif: true,
    ihdr: true,
    exif: false,
    gps: false,
    translateValues: false,
  })) as Record<string, unknown> | undefined;
  if (!tags) return NO_TAGS;
  const perUnit = Number(tags['XResolution']);
  const perCm = tags['ResolutionUnit'] === 3 || tags['ResolutionUnits'] === 2;
  const name = tags['ProfileDescription'];
  return {
    dpi: perUnit > 0 ? perUnit * (perCm ? 2.54 : 1) : null,
    profile: typeof name === 'string' ? name : tags['ColorSpaceData'] === undefined ? null : '',
  };
}

/** A profile is kilobytes; one that unpacks to more is none. */
const MOST_PROFILE = 16_000_000;

/**
 * A PNG's profile lies packed before its pixels; or it says in one word that it is sRGB.
 *
 * @source PNG (ISO/IEC 15948) 11.3.3.3 and 11.3.3.5
 */
async function pngProfile(file: Blob): Promise<string | null> {
  const bytes = new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer());
  const view = new DataView(bytes.buffer);
  for (let at = 8; at + 8 <= bytes.length; at += 12 + view.getUint32(at)) {
    const name = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    const data = bytes.slice(at + 8, at + 8 + view.getUint32(at));
    if (name === 'sRGB') return 'sRGB';
    if (name === 'IDAT') return null;
    if (name !== 'iCCP') continue;
    const end = data.indexOf(0);
    const called = String.fromCharCode(...data.subarray(0, end));
    return profileDescription(await unpacked(data.slice(end + 2))) ?? called;
  }
  return null;
}

async function unpacked(data: Uint8Array<ArrayBuffer>): Promise<Uint8Array> {
  const reader = new Blob([data]).stream().pipeThrough(new DecompressionStream('deflate')).getReader();
  const parts: Uint8Array<ArrayBuffer>[] = [];
  for (let size = 0; size < MOST_PROFILE;) {
    const { done, value } = await reader.read();
    if (done) return new Uint8Array(await new Blob(parts).arrayBuffer());
    parts.push(value);
    size += value.length;
  }
  await reader.cancel();
  return new Uint8Array(0);
}

/**
 * A WebP keeps its profile and its Exif in chunks of their own.
 *
 * @source RFC 9649 2.7
 */
async function webpTags(file: Blob): Promise<Tags> {
  const bytes = new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer());
  const view = new DataView(bytes.buffer);
  let profile: string | null = null;
  for (let at = 12; at + 8 <= bytes.length;) {
    const name = String.fromCharCode(...bytes.subarray(at, at + 4));
    const length = view.getUint32(at + 4, true);
    if (name === 'ICCP') profile = profileDescription(bytes.slice(at + 8, at + 8 + length)) ?? '';
    at += 8 + length + (length % 2);
  }
  return { dpi: (await exifOfWebp(file)).dpi, profile };
}

/** Exif stands behind the pixels: chunk by chunk, without reading what lies between. */
async function exifOfWebp(file: Blob): Promise<Tags> {
  for (let at = 12, n = 0; at + 8 <= file.size && n < 1000; n++) {
    const head = new DataView(await file.slice(at, at + 8).arrayBuffer());
    const length = head.getUint32(4, true);
    if (head.getUint32(0) === 0x45584946) {
      const data = new Uint8Array(
        await file.slice(at + 8, at + 8 + Math.min(length, HEAD_BYTES)).arrayBuffer(),
      );
      // Some write the six letters of a JPEG's segment before it.
      return await exifTags(String.fromCharCode(...data.subarray(0, 4)) === 'Exif' ? data.slice(6) : data);
    }
    at += 8 + length + (length % 2);
  }
  return NO_TAGS;
}
