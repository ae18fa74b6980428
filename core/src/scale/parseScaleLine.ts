import { GRAMS_PER_OUNCE } from '../quantity';

export type ScaleReading =
  | { readonly kind: 'mass'; readonly massG: number; readonly stable: boolean | null; readonly stepG: number }
  | { readonly kind: 'overload' }
  | { readonly kind: 'underload' }
  /** It says itself that something is wrong with it. */
  | { readonly kind: 'fault'; readonly why: 'fault' | 'calibrate' | 'rezero' }
  | { readonly kind: 'noise'; readonly text: string };

const UNITS: Record<string, number> = {
  g: 1,
  gram: 1,
  grams: 1,
  kg: 1000,
  mg: 0.001,
  oz: GRAMS_PER_OUNCE,
  '': 1,
};

/** A longer row of digits is no weight. */
const MOST_DIGITS = 16;
/** Marks that may follow a weight: stable, unstable, net, gross, tare. */
const MARKS = new Set(['S', 'ST', 'US', 'SD', 'D', 'N', 'NT', 'NET', 'G', 'GS', 'T', 'B']);
/** Words that may stand before one; before any other (`T`, `Tare`, `PT`, `BATT`, `ID`, `LO`) the number is another one. */
const BEFORE = new Set([
  'S',
  'ST',
  'US',
  'SD',
  'UN',
  'D',
  'N',
  'NT',
  'NET',
  'G',
  'GS',
  'GROSS',
  'B',
  'WT',
  'W',
]);

/**
 * Reads one line that a scale sent, of whatever make: a number with an optional unit, marks for stable (`S`, `ST`) or
 * unstable (`US`, `SD`, `D`, `?`, `~`), and the ways in which scales say overload. What it cannot read is noise, never a
 * guess.
 *
 * @param line without its line end
 * @returns the mass in g with the scale's step; `stable` is null when the line does not say
 * @example parseScaleLine('+  63.42 g').massG // 63.42
 * @example parseScaleLine('US,NT,-  0.12 g').stable // false
 * @example parseScaleLine('ST,GS,+00002.20oz').massG.toFixed(3) // "62.369"
 * @example parseScaleLine('---OL---').kind // "overload"
 */
export function parseScaleLine(line: string): ScaleReading {
  // eslint-disable-next-line no-control-regex -- scales frame their lines with STX, ETX and the like
  const text = line.replace(/[\u0000-\u001f\u007f]/g, ' ').trim();
  if (/\b(OL|OVER(LOAD)?|ERR?[- ]?H)\b|\^{2,}|¯{2,}|H{3,}|\+{3,}/i.test(text) || /^[S ]*\+$/.test(text))
    return { kind: 'overload' };
  if (/\b(UL|UNDER(LOAD)?)\b|_{3,}|-{4,}|L{3,}/i.test(text)) return { kind: 'underload' };
  const numbers = [
    ...text.matchAll(
      /(?<![a-z\d])([+-]?)\s*(?<!\d[.,])(?<![a-z\d])(\d+(?:[.,]\d+)?)\s*(kg|mg|grams?|g|oz)?(?![\w.,])/gi,
    ),
  ];
  // A stray point or comma beside the number, a second mark in it, a bare fraction, a share: some other number was meant.
  if (/[.,]{2}|\d[.,]\d+[.,]|(?<!\d)[.,]\d|\d[.,]\s+\d|%/.test(text))
    return { kind: 'noise', text: text.slice(0, 60) };
  if (/\bERR?(OR)?\b/i.test(text)) return { kind: 'noise', text: text.slice(0, 60) };
  const [number, ...others] = numbers;
  const [whole = '', sign, digits = '', unit = ''] = number ?? [];
  const factor = UNITS[unit.toLowerCase()];
  if (!number || factor === undefined || others.length > 0 || digits.length > MOST_DIGITS)
    return { kind: 'noise', text: text.slice(0, 60) };
  const marks = text.slice(0, number.index).toUpperCase();
  if ((marks.match(/[A-Z]+/g) ?? []).some((word) => !BEFORE.has(word)))
    return { kind: 'noise', text: text.slice(0, 60) };
  const rest = text.slice(number.index + whole.length);
  const unstable = /\b(US|SD|UN|D)\b|[?~*]/.test(marks) || /[?~*]/.test(rest);
  const stable = unstable ? false : /\b(ST|S)\b/.test(marks) ? true : null;
  // Another word than a mark is another quantity: no weight.
  const word = /^\s*([a-z]+)/i.exec(rest)?.[1]?.toUpperCase();
  if (word && !MARKS.has(word)) return { kind: 'noise', text: text.slice(0, 60) };
  const [, fraction = ''] = digits.split(/[.,]/);
  const massG = Number(digits.replace(',', '.')) * factor * (sign === '-' ? -1 : 1);
  return { kind: 'mass', massG, stable, stepG: 10 ** -fraction.length * factor };
}
