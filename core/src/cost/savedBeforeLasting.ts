import type { Book } from '../ledger';
import { isOwn, type CostPart, type PrinterCost } from './printerCost';

/** What was bought to last and has a price: kits, cartridges, and whatever was given a life. */
export const lastingOf = (cost: PrinterCost): Extract<CostPart, { code: 'purchase' }>[] =>
  cost.refill.parts.flatMap((part) =>
    part.code === 'purchase' && isOwn(part) && part.lifeMonths > 0 && part.priceMinor !== null ? [part] : [],
  );

/**
 * Saved against originals to date, before what was bought to last; what was saved in a workbook that was closed is in it.
 *
 * @param cost of a printer to date
 * @returns minor units; null where a price is not known
 */
export function savedBeforeLasting(book: Book, cost: PrinterCost): number | null {
  if (cost.savedMinor === null) return null;
  const spent = lastingOf(cost).reduce((sum, part) => sum + part.minor!, 0);
  const before = book.state.printers.get(cost.printerId)?.savedBeforeMinor ?? 0;
  return cost.savedMinor + spent + before;
}
