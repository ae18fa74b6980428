/**
 * The name that an ICC profile gives itself.
 *
 * @param profile its bytes
 * @returns the `desc` tag's text (version 2) or its first translation (version 4); null: none that can be read
 * @source ICC.1:2022, 7.3 and 10.15
 */
export function profileDescription(profile: Uint8Array): string | null {
  const view = new DataView(profile.buffer, profile.byteOffset, profile.byteLength);
  const u32 = (at: number): number => (at + 4 <= view.byteLength ? view.getUint32(at) : 0);
  const ascii = (from: number, length: number): string =>
    String.fromCharCode(...profile.subarray(from, from + Math.min(length, 200))).replace(/\0.*$/s, '');
  for (let i = 0; i < Math.min(u32(128), 100); i++) {
    const entry = 132 + 12 * i;
    if (ascii(entry, 4) !== 'desc') continue;
    const at = u32(entry + 4);
    const type = ascii(at, 4);
    if (type === 'desc') return ascii(at + 12, u32(at + 8)) || null;
    if (type !== 'mluc' || u32(at + 8) === 0) return null;
    const [length, offset] = [u32(at + 20), u32(at + 24)];
    // Two bytes a letter, the lower one last.
    const text = profile.subarray(at + offset, at + offset + Math.min(length, 200));
    return (
      String.fromCharCode(
        ...Array.from({ length: text.length >> 1 }, (_, k) => (text[2 * k]! << 8) | text[2 * k + 1]!),
      ) || null
    );
  }
  return null;
}
