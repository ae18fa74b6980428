import type { Uncertain } from '../../quantity';
import { UNKNOWN_SHARE } from '../../workbook';
import { bodyOf } from '../define/context';
import { isKnown } from '../fold/belief';
import type { Book } from '../Ledger';
import { inkNow, openWalk } from './inkNow';

/** What is believed to be inside, and what that rests on. */
export interface Contents extends Uncertain {
  /**
   * `known`: weighed, seen, told, or followed from what was; `unknown`: anything from dry to full, with what was put in or
   * taken out since.
   */
  readonly why: 'known' | 'unknown';
}

/**
 * What is believed to be inside a cartridge, never an assumption of empty: where nobody knows, anything from dry to full is
 * as likely (a rectangle: half of what it holds, ± 0.29 of it), moved by what was put in and taken out since.
 *
 * @param at UTC instant, not before the last fact
 * @returns ml with u, not below 0; undefined when the cartridge or its type is not in the workbook
 */
export function contentsOf(book: Book, cartridgeId: string, at: string): Contents | undefined {
  const body = bodyOf(book.context, cartridgeId);
  const open = openWalk(book, cartridgeId, at);
  if (!body || !open) return undefined;
  if (isKnown(open.belief)) {
    const ink = inkNow(book, cartridgeId, at);
    return { value: ink?.value ?? 0, u: ink?.u ?? 0, why: 'known' };
  }
  const { capacityMl } = body.type;
  const drawn = open.draws.reduce((sum, draw) => sum + draw.ml, 0);
  const start = capacityMl * UNKNOWN_SHARE.value;
  const startU = capacityMl * UNKNOWN_SHARE.u;
  return {
    // What was poured in is there, whatever was there before it.
    value: Math.max(0, start - drawn + open.handMl),
    u: Math.sqrt(startU ** 2 + open.handVar),
    why: 'unknown',
  };
}
