import { GRAMS_PER_OUNCE } from '../quantity';
import type { ScaleReading } from './parseScaleLine';

/** Units that scales show, in g. */
const GRAMS = { g: 1, oz: GRAMS_PER_OUNCE } as const;
export type DisplayUnit = keyof typeof GRAMS;

/**
 * What a number read off a display says. One with fewer or more places than the scale has lost its point, or is another number: that
 * is noise, never a guess.
 *
 * @param text digits as shown, with their point and sign
 * @param places behind the point, as this scale shows them; null: not known, and then a point has to be seen
 * @param unit that the display shows
 * @returns the mass in g with the display's step; whether it stands still is not said
 * @example parseDisplay('63.42', 2).massG // 63.42
 * @example parseDisplay('6342', 2).kind // "noise"
 */
export function parseDisplay(text: string, places: number | null, unit: DisplayUnit = 'g'): ScaleReading {
  const [, sign = '', whole = '', behind = ''] = /^(-?)(\d{1,5})(?:\.(\d{1,4}))?$/.exec(text) ?? [];
  const shown = behind.length;
  // Digits before the point follow no zero: 0.42, 63.42, never 063.42.
  const isNumber = whole !== '' && (whole === '0' || !whole.startsWith('0'));
  if (!isNumber || (places === null ? shown === 0 : shown !== places)) return { kind: 'noise', text };
  const grams = GRAMS[unit];
  const value = Number(`${whole}.${behind || '0'}`) * grams;
  return {
    kind: 'mass',
    massG: sign && value > 0 ? -value : value,
    stable: null,
    stepG: 10 ** -shown * grams,
  };
}
