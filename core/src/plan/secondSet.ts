import { COVERAGE } from '../numeric';
import type { Uncertain } from '../quantity';
import type { PolicyResult } from './policyInput';

export interface SecondSet {
  /** What it costs, less the ink that comes in it, minor units. */
  readonly costMinor: number;
  /** The way of rotating that spares most. */
  readonly way: PolicyResult['code'];
  /** Spared in a year against changing one by one: money of ink, ml, minutes. */
  readonly savedMinor: Uncertain;
  readonly savedMl: number;
  readonly savedMinutes: number;
  /** Until it is paid back, months; null: never at this use. The interval holds nineteen years in twenty. */
  readonly months: { readonly value: number; readonly low: number; readonly high: number | null } | null;
}

/**
 * Does a second set pay for itself? A set rotated whole primes once where single changes prime for each cartridge.
 *
 * @param results of `simulatePolicies`
 * @param pieces cartridges to be bought
 * @param priceMinor for one of them, minor units
 * @param inkMinor what the ink in one is worth; 0 for empties
 * @returns null where the ways were not tried
 */
export function secondSet(
  results: readonly PolicyResult[],
  pieces: number,
  priceMinor: number,
  inkMinor: number,
): SecondSet | null {
  const single = results.find(({ code }) => code === 'single');
  const ways = results.filter(({ code }) => code.startsWith('rotate'));
  if (!single || ways.length === 0) return null;
  const way = ways.reduce((a, b) => (b.wasteMinor.value < a.wasteMinor.value ? b : a));
  const savedMinor = {
    value: single.wasteMinor.value - way.wasteMinor.value,
    u: Math.hypot(single.wasteMinor.u, way.wasteMinor.u),
  };
  const costMinor = Math.max(0, pieces * (priceMinor - inkMinor));
  const until = (perYear: number): number | null => (perYear > 0 ? (12 * costMinor) / perYear : null);
  const value = until(savedMinor.value);
  // Over the months that it takes, the years' differences even out.
  const years = Math.max(1, (value ?? 12) / 12);
  const doubt = (COVERAGE * savedMinor.u) / Math.sqrt(years);
  return {
    costMinor,
    way: way.code,
    savedMinor,
    savedMl: single.primingMl.value - way.primingMl.value,
    savedMinutes: single.minutesPerYear.value - way.minutesPerYear.value,
    months:
      value === null
        ? null
        : { value, low: until(savedMinor.value + doubt) ?? value, high: until(savedMinor.value - doubt) },
  };
}
