import { listOf } from '../exposure';
import { all, type Book } from '../ledger';
import type { Printer } from '../workbook';

/** With fewer weigh-ins than these, what a channel draws is not known well again. */
const ENOUGH_WEIGH_INS = 4;

/**
 * Printers of which so few weigh-ins happened since an instant that what they draw would be known worse if only those counted.
 *
 * @param at UTC instant
 */
export const tooFewSince = (book: Book, at: string): readonly Printer[] =>
  all(book.context, 'printer').filter(({ id }) => {
    const slots = [...(book.state.printers.get(id)?.slots.values() ?? [])];
    const since = slots.map(({ intervals }) => listOf(intervals).filter(({ to }) => to > at).length);
    return slots.some(({ intervals }) => intervals.length > 0) && Math.max(...since) < ENOUGH_WEIGH_INS;
  });
