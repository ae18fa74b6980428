import { cartridgeView, printerAdvice, slotView } from '@hiraeth/core/advice';
import { all, slotFor, type Book } from '@hiraeth/core/ledger';
import { reasonWords } from '@hiraeth/core/words';
import type { Printer } from '@hiraeth/core/workbook';
import type { Row } from './Afterwards';

/** Why no slot of a printer can be weighed. */
export const nothingToWeigh = (ledger: Book, printerId: string, now: string): string => {
  const why = printerAdvice(ledger, printerId, now)?.slots.flatMap(({ advice }) => advice.why) ?? [];
  const untyped = why.find(({ code }) => code === 'typeUnknown');
  return untyped
    ? `${reasonWords(untyped)} Say on the Rack which types they are.`
    : 'No cartridge is in this printer by the log. Put one in from the Rack.';
};

/** The set in slot order, then what of its printer stands on the shelf. */
export function rowsOf(ledger: Book, printer: Printer, now: string, shelf: boolean): readonly Row[] {
  const rows = printer.slots.flatMap((slot): Row[] => {
    const { cartridge } = slotView(ledger, printer.id, slot.id, now)!;
    return cartridge
      ? [{ id: cartridge.body.cartridge.id, name: slot.name, shades: slot.shades, slot, cartridge }]
      : [];
  });
  if (!shelf) return rows;
  const order = printer.slots.map(({ id }) => id);
  const others = all(ledger.context, 'cartridge').flatMap((cartridge) => {
    const home = slotFor(ledger.context, cartridge);
    const view = cartridgeView(ledger, cartridge.id, now);
    return home?.printer.id === printer.id && view && !view.state.seat && !view.state.retired
      ? [{ home: order.indexOf(home.slot.id), view }]
      : [];
  });
  return [
    ...rows,
    ...others
      .sort((a, b) => a.home - b.home)
      .map(({ view }): Row => {
        const { cartridge } = view.body;
        return {
          id: cartridge.id,
          name: cartridge.label,
          shades: cartridge.shades,
          slot: null,
          cartridge: view,
        };
      }),
  ];
}
