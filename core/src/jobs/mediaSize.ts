/** Sheet sizes by the names that print systems use, mm. */
const NAMED: ReadonlyMap<string, readonly [number, number]> = new Map([
  ['a0', [841, 1189]],
  ['a1', [594, 841]],
  ['a2', [420, 594]],
  ['a3', [297, 420]],
  ['a4', [210, 297]],
  ['a5', [148, 210]],
  ['a6', [105, 148]],
  ['b3', [353, 500]],
  ['b4', [250, 353]],
  ['b5', [176, 250]],
  ['letter', [215.9, 279.4]],
  ['legal', [215.9, 355.6]],
  ['tabloid', [279.4, 431.8]],
  ['ledger', [279.4, 431.8]],
  ['executive', [184.15, 266.7]],
  ['superb', [330.2, 482.6]],
  ['a3+', [330.2, 482.6]],
  ['a3plus', [330.2, 482.6]],
]);
const MM_PER_IN = 25.4;
const MOST_MM = 10_000;

/**
 * Width and height of a sheet from its media name: a self-describing name (`iso_a4_210x297mm`), a common one (`A4`, `Letter`),
 * a bare or custom size (`4x6`, `Custom.100x150mm`), each with or without `.Borderless`.
 *
 * @param media as the client sent it
 * @returns mm; null when the name tells no size
 * @example mediaSize('na_super-b_13x19in').widthMm // 330.2
 */
export function mediaSize(media: string): { readonly widthMm: number; readonly heightMm: number } | null {
  const name = media.trim().replace(/\.(borderless|fullbleed|transverse|nomargins?)$/i, '');
  const sized = /(?:^|[._\s])(\d+(?:[.,]\d+)?)\s*[x×]\s*(\d+(?:[.,]\d+)?)\s*(mm|cm|in|inch|"|pt)?$/i.exec(
    name,
  );
  if (sized) {
    const [, first, second, unit] = sized;
    const [w, h] = [first!, second!].map((part) => Number(part.replace(',', '.'))) as [number, number];
    // A bare 4x6 is in inches; a bare 210x297 in mm.
    const scale = unit ? perUnit(unit.toLowerCase()) : Math.max(w, h) <= 60 ? MM_PER_IN : 1;
    return sound(w * scale, h * scale);
  }
  const named = NAMED.get(name.toLowerCase().replace(/[\s_]/g, ''));
  return named ? { widthMm: named[0], heightMm: named[1] } : null;
}

function perUnit(unit: string): number {
  switch (unit) {
    case 'cm':
      return 10;
    case 'mm':
      return 1;
    case 'pt':
      return MM_PER_IN / 72;
    default:
      return MM_PER_IN;
  }
}

function sound(width: number, height: number): { widthMm: number; heightMm: number } | null {
  const [widthMm, heightMm] = [tenths(width), tenths(height)];
  return widthMm >= 10 && heightMm >= 10 && widthMm <= MOST_MM && heightMm <= MOST_MM
    ? { widthMm, heightMm }
    : null;
}
const tenths = (value: number): number => Math.round(value * 10) / 10;
