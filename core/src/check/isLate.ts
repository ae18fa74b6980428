import type { CheckedBook } from '../ledger';

/** Is this of the past, before the last weighing? Then it cannot be held against what is in the cartridge now. */
export function isLate(book: CheckedBook, cartridgeId: string, at: string): boolean {
  const last = book.state.cartridges.get(cartridgeId)?.lastWeighed?.at;
  return last !== undefined && at < last;
}
