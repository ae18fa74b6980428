import { all, find, slotFor, type Book } from '../ledger';

export interface CartridgeLife {
  readonly cartridgeId: string;
  readonly label: string;
  readonly fills: number;
  /** Fills that such a body usually bears; null: nobody said. */
  readonly bears: number | null;
  /** Times that it ran dry: each ends it earlier. */
  readonly ranDry: number;
  readonly verdict: 'fine' | 'watch' | 'retire';
}

/** From this share of what it bears it is looked at more closely. */
const WATCH = 0.8;

/**
 * How far each cartridge's life has gone: its fills against what such bodies usually bear, and how often it ran dry.
 *
 * @param printerId whose cartridges
 * @returns the furthest gone first
 */
export function cartridgeLives(book: Book, printerId: string): CartridgeLife[] {
  return all(book.context, 'cartridge')
    .flatMap((cartridge): CartridgeLife[] => {
      const state = book.state.cartridges.get(cartridge.id);
      if (!state || state.retired || slotFor(book.context, cartridge)?.printer.id !== printerId) return [];
      const bears = find(book.context, 'cartridgeType', cartridge.typeId)?.bears ?? null;
      const { ranDry } = state;
      const part = bears === null ? 0 : state.fills / bears;
      return [
        {
          cartridgeId: cartridge.id,
          label: cartridge.label,
          fills: state.fills,
          bears,
          ranDry,
          verdict: part >= 1 ? 'retire' : part >= WATCH || ranDry > 0 ? 'watch' : 'fine',
        },
      ];
    })
    .sort(
      (a, b) =>
        b.fills / (b.bears ?? Infinity) - a.fills / (a.bears ?? Infinity) ||
        b.fills - a.fills ||
        (a.label < b.label ? -1 : 1),
    );
}
