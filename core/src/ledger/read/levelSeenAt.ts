import { listOf } from '../../exposure';
import { cartridgeOf } from './inkNow';
import type { Book } from '../Ledger';

/**
 * When the level of a cartridge was last told, of those that count beside its last weighing.
 *
 * @returns UTC instant; null where none was
 */
export function levelSeenAt(book: Book, cartridgeId: string): string | null {
  const state = cartridgeOf(book, cartridgeId);
  const last =
    state && listOf(state.happenings).findLast((one) => one.type === 'seen' && one.kind === 'level');
  return last?.type === 'seen' ? last.at : null;
}
