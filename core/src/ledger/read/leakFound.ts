import { FOUND, type LeakBelief } from '../../usage';
import type { Book } from '../Ledger';
import { cartridgeOf } from './inkNow';
import { modelOf } from './models';

/**
 * A leak at rest that a seated cartridge's weights tell of, and that nobody has looked at yet.
 *
 * @returns null where there is none, or where it was taken out of use for it
 */
export function leakFound(book: Book, cartridgeId: string): LeakBelief | null {
  const state = cartridgeOf(book, cartridgeId);
  if (!state?.seat || state.rejected) return null;
  const leak = modelOf(book, state.seat.printerId)?.leaks.find((one) => one.cartridgeId === cartridgeId);
  return leak && leak.probability > FOUND ? leak : null;
}
