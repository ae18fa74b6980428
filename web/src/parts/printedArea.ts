import { readTyped } from './fields';

export interface Size {
  readonly widthMm: number;
  readonly heightMm: number;
}

/**
 * What of a sheet ink falls on.
 *
 * @param margin on each side as it was typed; empty: none
 * @returns null while something cannot be read, or nothing is left
 */
export function printedArea(sheet: Size | null, margin: string): Size | null {
  if (!sheet || margin.trim() === '') return sheet;
  const mm = readTyped(margin, 'length').value;
  if (mm === null) return null;
  const area = { widthMm: sheet.widthMm - 2 * mm, heightMm: sheet.heightMm - 2 * mm };
  return area.widthMm >= 1 && area.heightMm >= 1 ? area : null;
}
