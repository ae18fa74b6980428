import type { Uncertain } from '../../quantity';
import { bodyOf } from '../define/context';
import { partsOf } from '../define/partsOf';
import type { Book } from '../Ledger';
import { densityInside } from './inkNow';

/** What the head of a two-part cartridge held when it was weighed by itself, with what was filled into it since. */
export interface HeadContent {
  /** ml */
  readonly ink: Uncertain;
  /** UTC instant of that weighing. */
  readonly at: string;
}

/**
 * The head's own ink by its last weighing. What was printed since is not taken off: both bodies feed the same nozzles, and only
 * their sum is foretold.
 *
 * @returns null where it has no head of its own, or it was never weighed alone
 */
export function headOf(book: Book, cartridgeId: string): HeadContent | null {
  const body = bodyOf(book.context, cartridgeId);
  const weighed = book.state.cartridges.get(cartridgeId)?.head;
  const parts = body && partsOf(body);
  if (!parts || !weighed) return null;
  const rho = densityInside(book, body, weighed.at).value;
  const ml = (weighed.massG.value - parts.head.emptyG.value) / rho + weighed.addedMl;
  return {
    ink: { value: Math.max(0, ml), u: Math.hypot(weighed.massG.u, parts.head.emptyG.u) / rho },
    at: weighed.at,
  };
}
