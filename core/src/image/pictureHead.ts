/** What a picture says of itself before anything of it is decoded. */
export interface PictureHead {
  readonly kind: 'png' | 'jpeg';
  readonly widthPx: number;
  readonly heightPx: number;
  /** Values of a pixel: one for grey, three for colours, four for inks; with a PNG's alpha. */
  readonly samples: number;
  /** Of each value. */
  readonly bits: number;
  /** Bytes of one row of a PNG as it lies in the file, its filter's byte with it; 0 for a JPEG. */
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
 * @source PNG (ISO/IEC 15948) 11.2.2; JPEG (ITU-T T.81) B.1 and B.2.2
 */
export function pictureHead(bytes: Uint8Array): PictureHead | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length >= 33 && view.getUint32(0) === 0x89504e47 && view.getUint32(12) === 0x49484452) {
    const [widthPx, heightPx] = [view.getUint32(16), view.getUint32(20)];
    const samples = SAMPLES[bytes[25]!];
    const bits = bytes[24]!;
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
  if (bytes.length < 4 || view.getUint16(0) !== 0xffd8) return null;
  for (let i = 2, n = 0; i + 9 < bytes.length && bytes[i] === 0xff && n < MOST_SEGMENTS; n++) {
    const marker = bytes[i + 1]!;
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
        samples: bytes[i + 9]!,
        bits: bytes[i + 4]!,
        rowBytes: 0,
      } as const;
      return widthPx === 0 || heightPx === 0 ? null : head;
    }
    i += 2 + length;
  }
  return null;
}
