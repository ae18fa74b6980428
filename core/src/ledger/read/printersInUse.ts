import type { Printer } from '../../workbook';
import { all } from '../define/context';
import type { Book } from '../Ledger';

/** The printers that stand there: all but those that were put out of use. */
export const printersInUse = (book: Book): Printer[] =>
  all(book.context, 'printer').filter(({ id }) => !book.state.printers.get(id)?.retired);
