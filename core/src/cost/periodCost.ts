import { areaDm2 } from '../area';
import { ALWAYS, CAUSES, inkAccounts, printerMonths, type Cause } from '../account';
import type { Book } from '../ledger';
import type { CleaningLevel } from '../workbook';
import { paybackOf, type Payback } from './payback';
import { addUp, costOfAccount, printerCost, type PrinterCost } from './printerCost';
import { printCost } from './printCost';
import { printSizes } from './printSizes';

export interface CauseCost {
  readonly cause: Cause;
  readonly subjectId: string | null;
  readonly level: CleaningLevel | null;
  readonly ml: number;
  /** At the price of the ink that went that way; null: unknown. */
  readonly minor: number | null;
}

export interface MonthCost {
  /** UTC instants: the calendar month, cut to the period. */
  readonly from: string;
  readonly to: string;
  /** Prints whose ink is on the books, and beside them those of which none is known. */
  readonly copies: number;
  readonly uncountedCopies: number;
  readonly areaDm2: number;
  readonly drawnMl: number;
  readonly refillMinor: number | null;
  readonly originalMinor: number | null;
  readonly savedMinor: number | null;
  /** Saved from the beginning of the period to the end of this month. */
  readonly savedSoFarMinor: number | null;
}

export interface PrintKindCost {
  readonly subjectId: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly copies: number;
  /** The average print, minor units with its standard uncertainty; and the standard deviation of single ones. */
  readonly minor: number | null;
  readonly u: number | null;
  readonly singleU: number | null;
  readonly originalMinor: number | null;
  readonly ml: number;
}

export interface PeriodCost {
  readonly cost: PrinterCost;
  readonly causes: readonly CauseCost[];
  readonly months: readonly MonthCost[];
  readonly prints: readonly PrintKindCost[];
  /** To date, whatever the period. */
  readonly payback: Payback;
}

/**
 * A printer's cost in a period, cut every way that one asks: by channel (in `cost`), by cause, by month, by kind and size of
 * print. Each cut adds up to the same whole, since all read one account.
 *
 * @param from and to: UTC instants; the start belongs to the period
 * @returns undefined when there is no such printer
 */
export function periodCost(book: Book, printerId: string, from: string, to: string): PeriodCost | undefined {
  const cost = printerCost(book, printerId, to, from);
  if (!cost) return undefined;
  return {
    cost,
    causes: causesOf(cost),
    months: monthsOf(book, printerId, from, to),
    prints: printSizes(book, printerId, from, to, (place) => cost.account.coverage.has(place)).map((kind) => {
      const print = printCost(book, cost, kind.subjectId, areaDm2(kind));
      return {
        ...kind,
        minor: print.refill?.value ?? null,
        u: print.refill?.u ?? null,
        singleU: print.single,
        originalMinor: print.original?.value ?? null,
        ml: print.ml.value,
      };
    }),
    payback: paybackOf(book, from === ALWAYS ? cost : printerCost(book, printerId, to)!),
  };
}

function causesOf(cost: PrinterCost): CauseCost[] {
  const sums = new Map<
    string,
    {
      cause: Cause;
      subjectId: string | null;
      level: CleaningLevel | null;
      ml: number;
      minors: (number | null)[];
    }
  >();
  for (const channel of cost.channels)
    for (const entry of channel.entries) {
      const key = `${entry.cause}\u0000${entry.level ?? ''}\u0000${entry.subjectId ?? ''}`;
      let sum = sums.get(key);
      if (!sum)
        sums.set(
          key,
          (sum = { cause: entry.cause, subjectId: entry.subjectId, level: entry.level, ml: 0, minors: [] }),
        );
      sum.ml += entry.ml;
      sum.minors.push(entry.minor);
    }
  return [...sums.values()]
    .map(({ minors, ...sum }) => ({ ...sum, minor: addUp(minors) }))
    .sort((a, b) => CAUSES.indexOf(a.cause) - CAUSES.indexOf(b.cause) || b.ml - a.ml);
}

function monthsOf(book: Book, printerId: string, from: string, to: string): MonthCost[] {
  const edges = printerMonths(book, printerId, from, to);
  if (edges === null) return [];
  const months: MonthCost[] = [];
  let saved: number | null = 0;
  for (const account of inkAccounts(book, printerId, edges) ?? []) {
    const part = costOfAccount(book, account, to);
    saved = addUp([saved, part.savedMinor]);
    months.push({
      from: account.from,
      to: account.to,
      copies: part.copies,
      uncountedCopies: part.uncounted.copies,
      areaDm2: part.areaDm2,
      drawnMl: part.channels.reduce((sum, channel) => sum + channel.drawnMl.value, 0),
      refillMinor: part.refill.minor,
      originalMinor: part.original.minor,
      savedMinor: part.savedMinor,
      savedSoFarMinor: saved,
    });
  }
  return months;
}
