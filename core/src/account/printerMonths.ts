import { listOf } from '../exposure';
import type { Book } from '../ledger';
import { latest } from '../time';
import { monthEdges } from './monthEdges';

/** Earlier than any fact. */
export const ALWAYS = '0000-01-01T00:00:00.000Z';

/** Edges of the months of a period, as far as anything was printed or bought in it; null where nothing was. */
export function printerMonths(book: Book, printerId: string, from: string, to: string): string[] | null {
  // Whichever came first: the first print, or the first thing bought for it.
  const first =
    [book.state.printers.get(printerId)?.firstAt, listOf(book.state.purchases)[0]?.at]
      .filter((at): at is string => typeof at === 'string')
      .sort()[0] ?? null;
  if (first === null) return null;
  const begin = latest([first, book.state.begins?.at ?? null])!;
  return monthEdges(from === ALWAYS || from < begin ? begin : from, to);
}
