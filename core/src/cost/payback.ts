import { listOf } from '../exposure';
import type { Book } from '../ledger';
import { COVERAGE } from '../numeric';
import { MONTH_MS } from '../time';
import type { PrinterCost } from './printerCost';
import { lastingOf, savedBeforeLasting } from './savedBeforeLasting';

export interface Payback {
  /** What was bought to last: kits, cartridges, and whatever was given a life; this printer's share, minor units. */
  readonly investedMinor: number | null;
  /** Saved a month before what was bought to last, so far. */
  readonly savedPerMonthMinor: number | null;
  /** Months after the first purchase until it has paid for itself; null: never at this rate, or not known. */
  readonly months: number | null;
  /** At 95 %; null: never. */
  readonly lowMonths: number | null;
  readonly highMonths: number | null;
  /** UTC day on which it is, or was, paid back. */
  readonly at: string | null;
}

const NOTHING: Payback = {
  investedMinor: null,
  savedPerMonthMinor: null,
  months: null,
  lowMonths: null,
  highMonths: null,
  at: null,
};

/**
 * When what was bought to last has paid for itself: `months = price / saved a month before it`.
 *
 * @param cost of a printer to date, from `printerCost`: a shorter period would not hold all that was saved
 */
export function paybackOf(book: Book, cost: PrinterCost): Payback {
  if (cost.savedMinor === null) return NOTHING;
  const lasting = lastingOf(cost);
  const begin = firstOf(
    book,
    cost,
    lasting.map((part) => part.factId),
  );
  if (begin === null) return NOTHING;
  const months = (Date.parse(cost.to) - begin) / MONTH_MS;
  if (!(months > 0.2)) return NOTHING;
  const investedMinor = lasting.reduce((sum, part) => sum + part.priceMinor! * part.share, 0);
  const before = savedBeforeLasting(book, cost)!;
  const perMonth = before / months;
  const u =
    COVERAGE *
    (Math.hypot(cost.refillU * cost.refill.minor!, cost.originalU * cost.original.minor!) / months);
  const after = (rate: number): number | null => (rate > 0 ? investedMinor / rate : null);
  const paid = after(perMonth);
  return {
    investedMinor,
    savedPerMonthMinor: perMonth,
    months: paid,
    lowMonths: after(perMonth + u),
    highMonths: after(perMonth - u),
    at: paid === null || paid > 1200 ? null : new Date(begin + paid * MONTH_MS).toISOString(),
  };
}

/** When the first of these was bought; without any, when the printer was first used with ink that is known. */
function firstOf(book: Book, cost: PrinterCost, factIds: readonly string[]): number | null {
  const bought = listOf(book.state.purchases).filter((purchase) => factIds.includes(purchase.factId));
  const first =
    bought.map(({ at }) => at).sort()[0] ??
    cost.printed.map(({ firstAt }) => firstAt).sort()[0] ??
    book.state.printers.get(cost.printerId)?.firstAt;
  return first ? Date.parse(first) : null;
}
