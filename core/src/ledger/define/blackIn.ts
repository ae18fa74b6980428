import { blackOf, hasBothBlacks, type Black } from '../../workbook';
import { deriveFor, find, type Context } from './context';

const NONE = {};

/**
 * Of two blacks that papers share out between them, the one that stands in this slot.
 *
 * @returns nothing for other slots, and where the printer has one black alone
 */
export function blackIn(context: Context, printerId: string, slotId: string): { readonly black?: Black } {
  const blacks = deriveFor(context, 'blacks', printerId, () => {
    const slots = find(context, 'printer', printerId)?.slots ?? [];
    const found = new Map<string, { readonly black: Black }>();
    if (hasBothBlacks(slots))
      for (const { id, shades } of slots) {
        const black = shades.length === 1 ? blackOf(shades) : null;
        if (black) found.set(id, { black });
      }
    return found;
  });
  return blacks.get(slotId) ?? NONE;
}
