import { fail, ok, parseQuantity, type QuantityProblem, type Result } from '../../quantity';
import type { Book } from '../Ledger';
import { readMass, type MassReading } from './readMass';

/** What stands between the ends of an interval: a dash between two numbers, dots, or a word. */
const BETWEEN = /\s*(?:–|—|…|\.{2,3}|(?<=[\dg])\s*-\s*(?=\d)|\bto\b|\band\b)\s*/i;

/**
 * A weight as a person types it: one number, or the two ends of an interval where no more is known, such as `63.2–63.6` or
 * `between 70 and 75 g`. Of an interval the middle counts, ± half of it over √3 (as likely anywhere in it) beside the scale's own.
 *
 * @param scaleId the scale that was used; when nobody said, the one it was most likely read on
 * @returns the reading, or what is wrong with the number or with one of its ends
 */
export function readTypedMass(
  book: Book,
  text: string,
  scaleId?: string | null,
): Result<MassReading, QuantityProblem> {
  const one = parseQuantity(text, 'mass');
  if (one.ok) return ok(readMass(book, one.value.value, scaleId));
  const ends = text.replace(/^\s*between\b/i, '').split(BETWEEN);
  const [first = '', second = ''] = ends;
  if (ends.length !== 2) return one;
  const last = parseQuantity(second, 'mass');
  if (!last.ok) return last.problem.code === 'empty' ? one : fail(last.problem);
  // One unit stands for both: 63 to 65 oz.
  const unit = /[a-z"]+\.?\s*$/i.exec(second)?.[0] ?? '';
  const begin = parseQuantity(/[a-z"]\.?\s*$/i.test(first) ? first : `${first}${unit}`, 'mass');
  if (!begin.ok) return fail(begin.problem);
  // 63-42 is a slip for 63.42, not everything between.
  if (begin.value.value >= last.value.value) return one;
  const [least, most] = [begin, last].map(({ value }) => readMass(book, value.value, scaleId)) as [
    MassReading,
    MassReading,
  ];
  const half = (most.massG.value - least.massG.value) / 2;
  return ok({
    ...most,
    massG: {
      value: least.massG.value + half,
      u: Math.hypot(half / Math.sqrt(3), Math.max(least.massG.u, most.massG.u)),
    },
    range: [least.massG.value, most.massG.value],
  });
}
