export type Kind = 'png' | 'jpeg' | 'webp' | 'tiff';

/** The kind of picture by its first bytes; null: none that is measured. */
export function kindOf(head: Uint8Array): Kind | null {
  const text = String.fromCharCode(...head.subarray(0, 12));
  if (text.startsWith('\x89PNG')) return 'png';
  if (text.startsWith('\xff\xd8\xff')) return 'jpeg';
  if (text.startsWith('RIFF') && text.slice(8) === 'WEBP') return 'webp';
  if (/^(II[*+]\0|MM\0[*+])/.test(text)) return 'tiff';
  return null;
}
