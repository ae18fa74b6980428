import { GRAMS_PER_OUNCE } from './types';
import { fail, ok, type Result } from './result';

export type QuantityKind = 'mass' | 'volume' | 'length' | 'density' | 'plain' | 'percent';

export interface ParsedQuantity {
  /** In g, ml, mm, percent, or as typed for `plain`. */
  readonly value: number;
  /** One step of the last digit typed, in the same unit: what the reader could have resolved. */
  readonly step: number;
}

export type QuantityProblem =
  | { readonly code: 'empty' }
  | { readonly code: 'notANumber'; readonly text: string }
  | { readonly code: 'ambiguousNumber'; readonly text: string }
  | { readonly code: 'wrongUnit'; readonly unit: string; readonly allowed: readonly string[] };

const units = (known: Record<string, number>): ReadonlyMap<string, number> => new Map(Object.entries(known));
const UNITS: Record<QuantityKind, ReadonlyMap<string, number>> = {
  mass: units({ g: 1, gram: 1, grams: 1, mg: 0.001, kg: 1000, oz: GRAMS_PER_OUNCE }),
  volume: units({ ml: 1, cc: 1, cl: 10, l: 1000, litre: 1000 }),
  length: units({ mm: 1, cm: 10, m: 1000, in: 25.4, '"': 25.4 }),
  density: units({}),
  plain: units({}),
  percent: units({ '%': 1 }),
};
/** More digits than this are no measurement. */
const MOST_DIGITS = 24;
/** Digits in groups of three, with spaces or apostrophes between. */
const GROUPED = /^[+-]?\s?\d{1,3}(?:[' ]\d{3})+(?:[.,]\d*)?$/;

/**
 * Reads a number as people type it: decimal point or decimal comma, an optional unit, spaces (also thin ones)
 * between groups of three digits.
 *
 * @param text what was typed or sent, e.g. `63,42 g`
 * @param kind which units are allowed; a bare number is in g, ml, mm, g/ml or percent
 * @returns the value in the base unit, or why it cannot be read
 *   - `empty` nothing but white space
 *   - `notANumber` no number, or something besides number and unit
 *   - `ambiguousNumber` such as `1,234.5,6`, which could be read two ways
 *   - `wrongUnit` a unit that does not belong to the kind
 * @example parseQuantity('2.2 oz', 'mass').value.value.toFixed(3) // "62.369"
 * @example parseQuantity('63,42', 'mass').value.value // 63.42
 */
export function parseQuantity(text: string, kind: QuantityKind): Result<ParsedQuantity, QuantityProblem> {
  const clean = text
    .replace(/[\s\u00a0\u2009\u202f]+/g, ' ')
    .replace(/\u2212/g, '-')
    .trim();
  if (clean === '') return fail({ code: 'empty' });
  const match = /^([+-]?\s?[\d.,' ]*\d[.,]?)\s*([a-z"%]*)\.?$/i.exec(clean);
  if (!match) return fail({ code: 'notANumber', text: clean.slice(0, 40) });
  const [, typed = '', word = ''] = match;
  // Groups of three may stand apart; any other space is a second number.
  if (/[' ]/.test(typed.replace(/^([+-])\s/, '$1')) && !GROUPED.test(typed.trim()))
    return fail({ code: 'ambiguousNumber', text: clean.slice(0, 40) });
  const digits = typed.replace(/[' ]/g, '');
  if (digits.length > MOST_DIGITS) return fail({ code: 'notANumber', text: clean.slice(0, 40) });
  // 1,234 may be a thousand or one and a bit: only whoever typed it knows. No ink weighs a kilogram a millilitre.
  if (kind !== 'density' && /^[+-]?[1-9]\d{0,2}[,]\d{3}$/.test(digits) && !typed.includes(' '))
    return fail({ code: 'ambiguousNumber', text: clean.slice(0, 40) });
  const separators = digits.replace(/[^.,]/g, '');
  const decimal = separators.slice(-1);
  // One separator is the decimal mark; with two kinds, the last is, and may stand only once.
  if (
    separators.length > 1 &&
    (separators.slice(0, -1).includes(decimal) || !/^[+-]?\d{1,3}([.,]\d{3})*[.,]\d*$/.test(digits))
  )
    return fail({ code: 'ambiguousNumber', text: clean.slice(0, 40) });
  const at = decimal ? digits.lastIndexOf(decimal) : -1;
  const whole = (at < 0 ? digits : digits.slice(0, at)).replace(/[.,]/g, '');
  const fraction = at < 0 ? '' : digits.slice(at + 1);
  const unit = word.toLowerCase();
  const factor = unit === '' ? 1 : UNITS[kind].get(unit);
  if (factor === undefined) return fail({ code: 'wrongUnit', unit, allowed: [...UNITS[kind].keys()] });
  const value = Number(
    `${whole === '' || whole === '-' || whole === '+' ? `${whole}0` : whole}.${fraction || '0'}`,
  );
  if (!Number.isFinite(value)) return fail({ code: 'notANumber', text: clean.slice(0, 40) });
  // Minus nothing is nothing.
  // Nobody types twelve digits: what comes behind them is the machine's, such as 19 in = 482.59999999999997 mm.
  return ok({
    value: (factor === 1 ? value : Number((value * factor).toPrecision(12))) + 0,
    step: 10 ** -fraction.length * factor,
  });
}
