import { factsOf, find, modelOf, type Snapshot } from '../ledger';
import { hasBothBlacks, type FactOf } from '../workbook';

/**
 * Prints since the weigh-in before the last one of which nobody said which of the printer's two blacks they took: they name no paper,
 * or one of which it is not known. Both blacks are then foretold for all of them, and no weigh-in can tell a paper from a leak.
 *
 * @param at UTC instant up to which they were printed
 * @returns in order of time; none where the printer has one black, or before its weigh-ins say anything of its use
 */
export function unsaidBlacks(book: Snapshot, printerId: string, at: string): readonly FactOf<'printed'>[] {
  const span = modelOf(book, printerId)?.lastSpan;
  if (!span || !hasBothBlacks(find(book.context, 'printer', printerId)?.slots ?? [])) return [];
  return factsOf(book, 'printed').filter(
    (print) =>
      print.printerId === printerId &&
      print.at > span.from &&
      print.at <= at &&
      !find(book.context, 'paper', print.paperId)?.black,
  );
}
