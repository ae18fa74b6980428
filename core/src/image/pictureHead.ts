/** What a picture says of itself before anything of it is decoded. */
export interface PictureHead {
  readonly kind: 'png' | 'jpeg' | 'webp';
  readonly widthPx: number;
  readonly heightPx: number;
  /** Values of a pixel: one for grey, three for colours, four for inks; with a PNG's alpha. */
  readonly samples: number;
  /** Of each value. */
  readonly bits: number;
  /** Bytes of one row of a PNG as it lies in the file, its filter's byte with it; 0 for other kinds. */
  readonly rowBytes: number;
}

/** So far into a file its header is looked for: before a JPEG's frame stand its profile and thumbnail. */
export const HEAD_BYTES = 4_000_000;
/** Segments before a JPEG's frame: a camera writes some dozens. */
const MOST_SEGMENTS = 2000;
const SAMPLES: Readonly<Record<number, number>> = { 0: 1, 2: 3, 3: 1, 4: 2, 6: 4 };

/**
 * Kind and size from the header alone, so that no file can make a decoder take more than its size allows.
 *
 * @param bytes of the file, at least as far as a JPEG's frame
 * @returns null for another kind of file, or one whose header cannot be right
 * @source PNG (ISO/IEC 15948) 11.2.2; JPEG (ITU-T T.81) B.1 and B.2.2; WebP (RFC 9649) 2.5 to 2.7
 */
export function pictureHead(bytes: Uint8Array): PictureHead | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length >= 33 && view.getUint32(0) === 0x89504e47 && view.getUint32(12) === 0x49484452) {
    const [widthPx, heightPx] = [view.getUint32(16), view.getUint32(20)];
    const samples = SAMPLES[view.getUint8(25)];
    const bits = view.getUint8(24);
    if (widthPx === 0 || heightPx === 0 || !samples || ![1, 2, 4, 8, 16].includes(bits)) return null;
    return {
      kind: 'png',
      widthPx,
      heightPx,
      samples,
      bits,
      rowBytes: 1 + Math.ceil((widthPx * samples * bits) / 8),
    };
  }
  if (bytes.length >= 30 && view.getUint32(0) === 0x52494646 && view.getUint32(8) === 0x57454250)
    return webpHead(view);
  if (bytes.length < 4 || view.getUint16(0) !== 0xffd8) return null;
  for (let i = 2, n = 0; i + 9 < bytes.length && bytes[i] === 0xff && n < MOST_SEGMENTS; n++) {
    const marker = view.getUint8(i + 1);
    // Bytes that only fill.
    if (marker === 0xff) {
      i += 1;
      continue;
    }
    const length = view.getUint16(i + 2);
    // A length counts itself: a shorter one would lead a reader in a circle.
    if (length < 2 || marker === 0xda || marker === 0xd9) return null;
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker)) {
      const [heightPx, widthPx] = [view.getUint16(i + 5), view.getUint16(i + 7)];
      const head = {
        kind: 'jpeg',
        widthPx,
        heightPx,
        samples: view.getUint8(i + 9),
        bits: view.getUint8(i + 4),
        rowBytes: 0,
      } as const;
      return widthPx === 0 || heightPx === 0 ? null : head;
    }
    i += 2 + length;
  }
  return null;
}

/** Lossy, lossless and extended each say their size in a way of their own. */
function webpHead(view: DataView): PictureHead | null {
  const of24 = (at: number): number => view.getUint16(at, true) | (view.getUint8(at + 2) << 16);
  const head = (widthPx: number, heightPx: number): PictureHead | null =>
    widthPx > 0 && heightPx > 0
      ? { kind: 'webp', widthPx, heightPx, samples: 4, bits: 8, rowBytes: 0 }
      : null;
  switch (view.getUint32(12)) {
    case 0x56503858:
      return head(of24(24) + 1, of24(27) + 1);
    case 0x56503820:
      return of24(23) === 0x2a019d
        ? head(view.getUint16(26, true) & 0x3fff, view.getUint16(28, true) & 0x3fff)
        : null;
    case 0x5650384c: {
      const size = view.getUint32(21, true);
      return view.getUint8(20) === 0x2f ? head((size & 0x3fff) + 1, ((size >>> 14) & 0x3fff) + 1) : null;
    }
    default:
      return null;
  }
}
