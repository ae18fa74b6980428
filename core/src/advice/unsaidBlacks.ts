import { factsOf, find, type Snapshot } from '../ledger';
import { hasBothBlacks, type FactOf } from '../workbook';

/**
 * Prints of which nobody said which of the printer's two blacks they took: they name no paper, or one of which it is not known. Both
 * blacks are then foretold for all of them, and no weigh-in can tell a paper from a leak.
 *
 * @param from UTC instant after which they were printed
 * @param to UTC instant up to which
 * @returns in order of time; none where the printer has one black
 */
export function unsaidBlacks(
  book: Snapshot,
  printerId: string,
  from: string,
  to: string,
): readonly FactOf<'printed'>[] {
  if (!hasBothBlacks(find(book.context, 'printer', printerId)?.slots ?? [])) return [];
  return factsOf(book, 'printed').filter(
    (print) =>
      print.printerId === printerId &&
      print.at > from &&
      print.at <= to &&
      !find(book.context, 'paper', print.paperId)?.black,
  );
}
