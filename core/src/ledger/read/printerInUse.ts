import type { Printer } from '../../workbook';
import { all } from '../define/context';
import type { Book } from '../Ledger';

/**
 * The printer that somebody most likely speaks of: the one that printed last; before any print the first that was set up.
 *
 * @returns undefined in a workbook without printers
 */
export function printerInUse(book: Book): Printer | undefined {
  const at = ({ id }: Printer): string => book.state.printers.get(id)?.lastPrintAt ?? '';
  return all(book.context, 'printer').reduce<Printer | undefined>(
    (best, printer) => (best && at(best) >= at(printer) ? best : printer),
    undefined,
  );
}
