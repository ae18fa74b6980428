import type { Book } from '../ledger';
import type { Cause } from './causes';
import { inkAccounts } from './inkAccount';
import { printerMonths } from './printerMonths';

/** Where a month's ink of all channels went, ml. */
export interface MonthOfInk {
  readonly from: string;
  readonly paperMl: number;
  /** Cleanings and idle days. */
  readonly headMl: number;
  /** Changes, and what was primed by hand. */
  readonly changesMl: number;
  /** Drawn out, spilt, binned, flushed, leaked, not explained. */
  readonly lostMl: number;
}

/**
 * Paper beside waste, by calendar month (UTC), as far back as anything was printed or bought.
 *
 * @param from and to: UTC instants; from the first of a month it is read out of the account to date
 * @returns oldest first; empty when there is no such printer, or nothing happened on it
 */
export function paperAndWaste(book: Book, printerId: string, from: string, to: string): MonthOfInk[] {
  const edges = printerMonths(book, printerId, from, to) ?? [];
  return (inkAccounts(book, printerId, edges) ?? []).map((account) => {
    const ml = { paperMl: 0, headMl: 0, changesMl: 0, lostMl: 0 };
    for (const { entries } of account.channels)
      for (const entry of entries) ml[PLACE_OF[entry.cause]] += entry.ml;
    return { from: account.from, ...ml };
  });
}

const PLACE_OF: Record<Cause, 'paperMl' | 'headMl' | 'changesMl' | 'lostMl'> = {
  printed: 'paperMl',
  // Drawn by prints that nobody logged, as a rule.
  notLogged: 'paperMl',
  cleaned: 'headMl',
  idle: 'headMl',
  switched: 'headMl',
  change: 'changesMl',
  primed: 'changesMl',
  drawnOut: 'lostMl',
  spilt: 'lostMl',
  binned: 'lostMl',
  flushed: 'lostMl',
  leaked: 'lostMl',
  unexplained: 'lostMl',
};
