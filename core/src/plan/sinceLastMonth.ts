import { perDm2, printerCost } from '../cost';
import type { Book } from '../ledger';
import type { Uncertain } from '../quantity';
import { DAY_MS } from '../time';
import { forecastError } from './forecastError';
import { scoreForecasts, type ScoredInterval } from './scoreForecasts';

/** A month here: thirty days, so that two of them can be compared. */
export const MONTH = 30;

/** What a month was like. */
export interface Stretch {
  /** UTC instants. */
  readonly from: string;
  readonly to: string;
  readonly copies: number;
  /** A dm² of print, minor units, with all that was spent in it; null: nothing was printed, or a price is not known. */
  readonly perDm2Minor: Uncertain | null;
  /** Share of the ink drawn that never reached paper; null: none was drawn. */
  readonly wasteShare: number | null;
  /** What forecasts were off by, over what was used between its weigh-ins; null: none ended in it. */
  readonly error: number | null;
}

/**
 * The last thirty days beside the thirty before: what changed in cost, waste, and how well it was foretold.
 *
 * @param at UTC instant
 * @returns null where there is no such printer
 */
export function sinceLastMonth(
  book: Book,
  printerId: string,
  at: string,
): { readonly last: Stretch; readonly before: Stretch } | null {
  const days = (back: number): string => new Date(Date.parse(at) - back * DAY_MS).toISOString();
  const scored = scoreForecasts(book).intervals.filter(
    (interval) => interval.printerId === printerId && !interval.leftOut,
  );
  const last = stretch(book, printerId, days(MONTH), at, scored);
  const before = stretch(book, printerId, days(2 * MONTH), days(MONTH), scored);
  return last && before && { last, before };
}

function stretch(
  book: Book,
  printerId: string,
  from: string,
  to: string,
  scored: readonly ScoredInterval[],
): Stretch | null {
  const cost = printerCost(book, printerId, to, from);
  if (!cost) return null;
  const { copies, printedMl, wasteMl } = cost;
  return {
    from,
    to,
    copies,
    perDm2Minor: perDm2(cost, 'refill'),
    wasteShare: printedMl + wasteMl > 0 ? wasteMl / (printedMl + wasteMl) : null,
    error: forecastError(scored.filter((interval) => interval.to > from && interval.to <= to)),
  };
}
