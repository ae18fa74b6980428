import { ALWAYS, monthEdges } from '../account';
import { listOf } from '../exposure';
import type { Book } from '../ledger';

/** Months of a period, as far as anything was printed or bought in it; null where nothing was. */
export function costEdges(book: Book, printerId: string, from: string, to: string): string[] | null {
  // Whichever came first: the first print, or the first thing bought for it.
  const first =
    [book.state.printers.get(printerId)?.firstAt, listOf(book.state.purchases)[0]?.at]
      .filter((at): at is string => typeof at === 'string')
      .sort()[0] ?? null;
  return first === null ? null : monthEdges(from === ALWAYS || from < first ? first : from, to);
}
