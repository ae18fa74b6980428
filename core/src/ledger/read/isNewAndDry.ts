import { DRY_ML } from '../../workbook';
import { find } from '../define/context';
import type { Book } from '../Ledger';
import { cartridgeOf } from './inkNow';

/** New, dry and never filled, by the log: nothing is in it, and it has no ink to print with. One that was rinsed is not dry. */
export function isNewAndDry(book: Book, cartridgeId: string): boolean {
  const state = cartridgeOf(book, cartridgeId);
  return (
    find(book.context, 'cartridge', cartridgeId)?.initial === 'empty' &&
    (state?.fills ?? 0) === 0 &&
    (state?.wetMl ?? 0) <= DRY_ML
  );
}
