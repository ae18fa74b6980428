import type { Printer } from '../../workbook';
import { all } from '../define/context';
import type { Book } from '../Ledger';
import { printersInUse } from './printersInUse';

/**
 * The printer that somebody most likely speaks of: the one that printed last; before any print the first that something stands in, or
 * that was set up. One that was put out of use is meant only where there is no other.
 *
 * @returns undefined in a workbook without printers
 */
export function printerInUse(book: Book): Printer | undefined {
  const at = ({ id }: Printer): string => {
    const state = book.state.printers.get(id);
    const isUsed = [...(state?.slots.values() ?? [])].some(({ cartridgeId }) => cartridgeId !== null);
    // Any instant comes after both.
    return state?.lastPrintAt ?? (isUsed ? '1' : '');
  };
  const here = printersInUse(book);
  return (here.length > 0 ? here : all(book.context, 'printer')).reduce<Printer | undefined>(
    (best, printer) => (best && at(best) >= at(printer) ? best : printer),
    undefined,
  );
}
