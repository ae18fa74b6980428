import type { Printer } from '../workbook';
import type { PolicyResult } from './policyInput';

/** Cartridges of a second set: bought empty at a price each, or as originals whose ink is used, too. */
export type SetKind = 'empties' | 'originals';

/**
 * What one cartridge of a second set costs, and what the ink in it spares of one's own, minor units.
 *
 * @param priceMinor of one, where it is bought empty; null: not known
 * @returns null where a price is not known
 */
export function setPiece(
  printer: Printer,
  results: readonly PolicyResult[],
  kind: SetKind,
  priceMinor: number | null,
): { readonly priceMinor: number; readonly inkMinor: number } | null {
  if (kind === 'empties') return priceMinor === null ? null : { priceMinor, inkMinor: 0 };
  const originals = printer.slots.flatMap(({ original }) => (original ? [original] : []));
  const single = results.find(({ code }) => code === 'single');
  if (originals.length < printer.slots.length || !single) return null;
  const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
  // Priced as the ink that single changes prime away: a mixture of all channels.
  const perMl = single.primingMl.value > 0 ? single.wasteMinor.value / single.primingMl.value : 0;
  return {
    priceMinor: mean(originals.map((one) => one.priceMinor)),
    inkMinor: perMl * mean(originals.map(({ usableMl }) => usableMl)),
  };
}
