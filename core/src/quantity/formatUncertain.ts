import { COVERAGE } from '../numeric';
import type { Uncertain } from './types';

/**
 * Decimals that a value deserves: its expanded uncertainty keeps two significant digits when it begins with 1 or 2,
 * else one, and the value is cut at the same place (JCGM 100:2008 7.2.6).
 *
 * @param u standard uncertainty, 0 or more
 * @param most never more decimals than this
 * @returns 0 to `most`
 * @example decimalsFor(0.126) // 2
 * @example decimalsFor(3.1) // 0
 */
export function decimalsFor(u: number, most = 2): number {
  const expanded = COVERAGE * u;
  if (!(expanded > 0)) return most;
  const exponent = Math.floor(Math.log10(expanded));
  const lead = expanded / 10 ** exponent;
  return Math.max(0, Math.min(most, (lead < 3 ? 1 : 0) - exponent));
}

/** Below this an expanded uncertainty would read as 0.00; decimals that it then gets at most. */
const LEAST_SHOWN = 0.005;
const FINE = 4;

/**
 * A value with its expanded uncertainty at about 95 %, for people: `20.53 ± 0.25 ml`.
 *
 * @param quantity value and standard uncertainty u
 * @param unit appended after a no-break space; may be empty
 * @returns text with a decimal point
 * @example formatUncertain({ value: 20.526, u: 0.126 }, 'ml') // "20.53 ± 0.25 ml"
 * @example formatUncertain({ value: 0.0311, u: 0.0005 }, 'ml') // "0.0311 ± 0.0010 ml"
 */
export function formatUncertain(quantity: Uncertain, unit: string): string {
  // A doubt is never shown as nothing: a drop is known to a thousandth of a millilitre.
  const expanded = COVERAGE * quantity.u;
  const decimals = decimalsFor(quantity.u, expanded > 0 && expanded < LEAST_SHOWN ? FINE : undefined);
  const tail = unit === '' ? '' : `\u00a0${unit}`;
  return `${plain(quantity.value, decimals)}\u00a0±\u00a0${plain(expanded, decimals)}${tail}`;
}

function plain(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  return /^-0(\.0*)?$/.test(text) ? text.slice(1) : text.replace('-', '\u2212');
}
