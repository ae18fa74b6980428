import { find, type Book } from '../ledger';
import { addUp, type PrinterCost } from './printerCost';

/**
 * What a sheet costs as ink is usually advertised: what reached paper alone, an original's price over all that is in it. Nothing
 * of what cleanings, changes and the kit take.
 *
 * @param dm2 of the sheet
 * @returns minor units; null: nothing was printed, or its ink or a price is unknown
 */
export function sellersFigure(
  book: Book,
  cost: PrinterCost,
  dm2: number,
): { readonly refill: number | null; readonly original: number | null } {
  const slots = find(book.context, 'printer', cost.printerId)?.slots ?? [];
  const perSheet = (minor: number | null): number | null =>
    minor === null || !(cost.areaDm2 > 0) || !cost.inkKnown ? null : (minor * dm2) / cost.areaDm2;
  return {
    refill: perSheet(addUp(cost.channels.map((channel) => channel.printedMinor))),
    original: perSheet(
      addUp(
        cost.channels.map((channel, i) => {
          const original = slots[i]?.original;
          return original ? (channel.printedMl * original.priceMinor) / original.nominalMl : null;
        }),
      ),
    ),
  };
}
