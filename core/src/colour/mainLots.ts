import { composition, mixesOf, type Book } from '../ledger';
import type { Printer } from '../workbook';

/** The bottle that each channel holds most of; channels with an original, or with nothing known, are left out. */
export function mainLots(
  book: Book,
  printer: Printer,
  at: string,
): { readonly slotId: string; readonly bottleId: string }[] {
  return printer.slots.flatMap(({ id }) => {
    const cartridgeId = book.state.printers.get(printer.id)?.slots.get(id)?.cartridgeId;
    const most = cartridgeId
      ? mixesOf(book, cartridgeId, at)
          .flatMap(composition)
          .sort((a, b) => b.fraction - a.fraction)[0]
      : undefined;
    return most && book.context.entities.has(most.lot) ? [{ slotId: id, bottleId: most.lot }] : [];
  });
}
