import { z } from 'zod';
import { explain } from '@hiraeth/core/words';
import { parseMoney, parseQuantity, type QuantityKind } from '@hiraeth/core/quantity';

/** What a person typed into one field of a form, read as what it means; what is wrong is said in its own words, at the field. */
export const typed = <T>(read: (text: string, wrong: (words: string) => void) => T | undefined) =>
  z.string().transform((text, context): T => {
    const value = read(text, (message) => context.addIssue({ code: 'custom', message }));
    return value === undefined ? z.NEVER : value;
  });

/** A quantity, null where the field is empty. */
export const maybeQuantity = (kind: QuantityKind) =>
  typed<number | null>((text, wrong) => {
    if (text.trim() === '') return null;
    const parsed = parseQuantity(text, kind);
    return parsed.ok ? parsed.value.value : void wrong(explain(parsed.problem));
  });

/**
 * A quantity above nothing, that has to be there.
 *
 * @param missing what to say of an empty field
 */
export const quantity = (kind: QuantityKind, missing: string) =>
  typed<number>((text, wrong) => {
    if (text.trim() === '') return void wrong(missing);
    const parsed = parseQuantity(text, kind);
    if (!parsed.ok) return void wrong(explain(parsed.problem));
    return parsed.value.value > 0 ? parsed.value.value : void wrong(missing);
  });

/** An amount of money, null where the field is empty: nobody knows it. */
export const maybeMoney = (currency: string) =>
  typed<number | null>((text, wrong) => {
    if (text.trim() === '') return null;
    const parsed = parseMoney(text, currency);
    return parsed.ok ? parsed.value : void wrong(explain(parsed.problem));
  });

/**
 * A count, that has to be there.
 *
 * @param words what to say where it is none, or out of bounds
 */
export const whole = (least: number, most: number, words: string) =>
  typed<number>((text, wrong) => countOf(text, least, most) ?? void wrong(words));

/** A count, null where the field is empty. */
export const maybeWhole = (least: number, most: number, words: string) =>
  typed<number | null>((text, wrong) =>
    text.trim() === '' ? null : (countOf(text, least, most) ?? void wrong(words)),
  );

function countOf(text: string, least: number, most: number): number | null {
  const parsed = parseQuantity(text, 'plain');
  const value = parsed.ok ? parsed.value.value : NaN;
  return Number.isInteger(value) && value >= least && value <= most ? value : null;
}
