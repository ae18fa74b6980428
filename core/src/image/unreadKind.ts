/** Kinds of picture that are known by their first bytes, and that not every reader can decode. */
export type UnreadKind = 'heic' | 'avif' | 'tiff' | 'webp' | 'pdf' | 'raw';

const BRANDS: ReadonlyMap<string, UnreadKind> = new Map([
  ['heic', 'heic'],
  ['heix', 'heic'],
  ['hevc', 'heic'],
  ['mif1', 'heic'],
  ['msf1', 'heic'],
  ['avif', 'avif'],
  ['avis', 'avif'],
  ['crx ', 'raw'],
]);

/**
 * Which kind of picture it is that could not be read, so that it can be said what to do.
 *
 * @param bytes of the file, the first 32 at least
 * @returns null: none that is known
 * @source ISO/IEC 14496-12 4.3 (`ftyp` brands), TIFF 6.0 section 2, RFC 9649 2.4 (WebP), ISO 32000-1 7.5.2
 * @example unreadKind(new TextEncoder().encode('%PDF-1.7')) // "pdf"
 */
export function unreadKind(bytes: Uint8Array): UnreadKind | null {
  const text = (from: number, to: number): string => String.fromCharCode(...bytes.subarray(from, to));
  if (text(0, 5) === '%PDF-') return 'pdf';
  if (text(0, 4) === 'RIFF' && text(8, 12) === 'WEBP') return 'webp';
  if (text(0, 4) === 'II*\0' || text(0, 4) === 'MM\0*') return text(8, 10) === 'CR' ? 'raw' : 'tiff';
  return text(4, 8) === 'ftyp' ? (BRANDS.get(text(8, 12)) ?? null) : null;
}
