import { all, bodyOf, type Book } from '../ledger';
import type { Cartridge } from '../workbook';
import { cartridgeView, type CartridgeView } from './cartridgeView';

/**
 * All cartridges that are in use, in printers and on the shelf, in order of definition.
 *
 * @param at UTC instant, not before the last fact
 * @returns `views` of those that are known; `withoutType`, of which nothing can be said, for their type is not in the workbook
 */
export function cartridgeViews(
  book: Book,
  at: string,
): {
  readonly views: readonly CartridgeView[];
  readonly withoutType: readonly { readonly cartridge: Cartridge; readonly seated: boolean }[];
} {
  const cartridges = all(book.context, 'cartridge');
  const seats = new Set(
    [...book.state.printers.values()].flatMap(({ slots }) =>
      [...slots.values()].map((slot) => slot.cartridgeId),
    ),
  );
  return {
    views: cartridges
      .flatMap(({ id }) => cartridgeView(book, id, at) ?? [])
      .filter(({ state }) => !state.retired),
    withoutType: cartridges
      .filter(({ id }) => !bodyOf(book.context, id))
      .map((cartridge) => ({ cartridge, seated: seats.has(cartridge.id) })),
  };
}
