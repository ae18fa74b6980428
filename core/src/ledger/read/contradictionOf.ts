import type { Fact } from '../../workbook';
import { applyFact } from '../fold/applyFact';
import { Fold } from '../fold/Fold';
import type { Contradiction } from '../fold/contradicts';
import { copyState } from '../fold/state';
import type { Book } from '../Ledger';
import { openWalk } from './inkNow';

/**
 * What a piece of evidence would contradict if it were recorded now and nobody explained it.
 *
 * @param fact of a cartridge; not recorded yet
 * @returns null when it fits what is known
 */
export function contradictionOf(book: Book, fact: Fact, cartridgeId: string): Contradiction | null {
  const { context, state } = book;
  const fold = new Fold(context, copyState(state));
  applyFact(fold, fact);
  const then = openWalk({ context, state: fold.state }, cartridgeId, fact.at)?.contradiction ?? null;
  return then?.factId === fact.id ? then : null;
}
