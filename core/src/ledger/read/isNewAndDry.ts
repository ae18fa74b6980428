import { find } from '../define/context';
import type { Book } from '../Ledger';
import { cartridgeOf } from './inkNow';

/** New, dry and never filled, by the log: nothing is in it, and it has no ink to print with. */
export const isNewAndDry = (book: Book, cartridgeId: string): boolean =>
  find(book.context, 'cartridge', cartridgeId)?.initial === 'empty' &&
  (cartridgeOf(book, cartridgeId)?.fills ?? 0) === 0;
