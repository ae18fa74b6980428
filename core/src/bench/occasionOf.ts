import { cartridgeOf, find, type Book } from '../ledger';
import type { Occasion } from '../workbook';

/**
 * Why a cartridge would be filled now: never filled and empty, its first; an original that is filled for the first time; else
 * a top-up. A conversion is a choice.
 */
export function occasionOf(book: Book, cartridgeId: string): Occasion {
  const cartridge = find(book.context, 'cartridge', cartridgeId);
  if ((cartridgeOf(book, cartridgeId)?.fills ?? 0) > 0 || !cartridge) return 'topUp';
  const { initial } = cartridge;
  return initial === 'empty' ? 'first' : initial === 'unknown' ? 'topUp' : 'original';
}
