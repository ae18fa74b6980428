import { append, listOf } from '../../exposure';
import { msOf, HOUR_MS } from '../../time';
import { find, type Context } from '../define/context';
import type { Fold } from './Fold';
import type { CartridgeState, Happening, Mix } from './state';
import type { Stays } from './stays';
import { walk } from './walk';
import type { Walked } from './walked';

/** What a cartridge loses in this time by standing is nothing that a scale could tell. */
const SHORT_MS = HOUR_MS;

/** Writes down the stay up to now, so that what follows comes after it. */
export function noteStay(fold: Fold, state: CartridgeState, at: string): void {
  const { seat } = state;
  if (!seat) return;
  const timeline = fold.state.printers.get(seat.printerId)?.timeline;
  const position = timeline?.length ?? 0;
  // While nothing is printed a short time waits for what comes next: a gauge that is read every minute makes no stay a minute.
  if (position === seat.position && msOf(at) - msOf(seat.at) < SHORT_MS) return;
  state.happenings = append(state.happenings, {
    type: 'stay',
    printerId: seat.printerId,
    slotId: seat.slotId,
    fromPosition: seat.position,
    toPosition: position,
    from: seat.at,
    to: at,
  });
  state.seat = { printerId: seat.printerId, slotId: seat.slotId, position, at };
}

/** Adds what happened to a cartridge. */
export function happen(fold: Fold, state: CartridgeState, at: string, happening: Happening): void {
  noteStay(fold, state, at);
  state.happenings = append(state.happenings, happening);
}

export function bareLot(context: Context, cartridgeId: string): string {
  const initial = find(context, 'cartridge', cartridgeId)?.initial;
  return initial === 'original' || initial === 'partUsed' ? 'original' : 'unknown';
}

/** The chain gone through by the priors, with so much drawn in all, ml. */
export function walkByPriors(
  fold: Fold,
  state: CartridgeState,
  cartridgeId: string,
  totalMl: number,
  stays?: Stays,
): Walked {
  return walk({
    start: state.known,
    happenings: listOf(state.happenings),
    timelineOf: fold.timelineOf,
    foretell: fold.foretell,
    totalMl,
    stays,
    bareLot: bareLot(fold.context, cartridgeId),
    densityU: 0,
  });
}

/** What is inside by the log so far, with use by the priors: close enough for shares of lots. */
export const mixesByPriors = (fold: Fold, state: CartridgeState, cartridgeId: string): readonly Mix[] =>
  walkByPriors(fold, state, cartridgeId, 0).mixes;
