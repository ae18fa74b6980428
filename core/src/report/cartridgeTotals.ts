import { listOf } from '../exposure';
import {
  cartridgeOf,
  foretellBy,
  isKnown,
  openWalk,
  walk,
  type Book,
  type Closed,
  type Flow,
  timelineIn,
} from '../ledger';

/** What went through one cartridge up to now, ml. */
export interface CartridgeTotals {
  readonly addedMl: number;
  /** Drawn by printers. */
  readonly usedMl: number;
  /** By hand or leaked, not back into a bottle. */
  readonly lostMl: number;
}

/**
 * Totals of a cartridge's life, from its closed chains and the open one.
 *
 * @param at UTC instant, not before the last fact
 */
export function cartridgeTotals(book: Book, cartridgeId: string, at: string): CartridgeTotals {
  const state = cartridgeOf(book, cartridgeId);
  const sum = { addedMl: 0, usedMl: 0, lostMl: 0 };
  if (!state) return sum;
  const take = (flows: readonly Flow[], drawnMl: number): void => {
    sum.usedMl += drawnMl;
    for (const flow of flows)
      if (flow.cause === 'filled') sum.addedMl += flow.ml;
      else if (flow.cause !== 'start' && flow.cause !== 'unexplained' && flow.toBottle === null)
        sum.lostMl += flow.ml;
  };
  const drawn = (draws: readonly { readonly ml: number }[]): number =>
    draws.reduce((ml, draw) => ml + draw.ml, 0);
  for (const closed of listOf(state.closed)) {
    const { flows, draws } = closed.end === 'weighed' ? closed : rewalk(book, cartridgeId, closed);
    take(flows, drawn(draws));
  }
  const open = openWalk(book, cartridgeId, at);
  if (open) take(open.flows, isKnown(open.belief) ? drawn(open.draws) : 0);
  return sum;
}

const rewalk = (book: Book, cartridgeId: string, closed: Exclude<Closed, { end: 'weighed' }>) =>
  walk({
    start: closed.start,
    happenings: closed.happenings,
    timelineOf: (id) => timelineIn(book.context, book.state, id),
    foretell: foretellBy(book, cartridgeId),
    bareLot: 'unknown',
    densityU: 0,
  });
