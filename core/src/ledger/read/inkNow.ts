import { exposureDuring, listOf, NO_EXPOSURE } from '../../exposure';
import { msOf, DAY_MS } from '../../time';
import type { Estimate, Uncertain } from '../../quantity';
import { predictUse } from '../../usage';
import { bodyOf, slotFor, type Body } from '../define/context';
import { timelineIn } from '../define/timelineIn';
import { atLeastNone, inkU, isKnown, massOf, moved, UNKNOWN_VAR } from '../fold/belief';
import { bareLot } from '../fold/chain';
import type { Contradiction } from '../fold/contradicts';
import { densityOfMixes } from '../fold/density';
import { newCartridge } from '../fold/Fold';
import type { CartridgeState, Happening, Mix, Seat } from '../fold/state';
import { walk } from '../fold/walk';
import type { Walked } from '../fold/walked';
import type { Book } from '../Ledger';
import { counterOf, modelOf } from './models';

/** State of a cartridge; one that nothing happened to yet stands as it was defined. */
export function cartridgeOf(book: Book, cartridgeId: string): CartridgeState | undefined {
  return book.state.cartridges.get(cartridgeId) ?? newCartridge(book.context, cartridgeId);
}

/** What has happened since its ink was last known, its present stay included. */
export function happeningsOf(book: Book, state: CartridgeState, at: string): readonly Happening[] {
  const past = listOf(state.happenings);
  const { seat } = state;
  if (!seat) return past;
  const toPosition = book.state.printers.get(seat.printerId)?.timeline.length ?? seat.position;
  return [...past, stayOf(seat, toPosition, at)];
}

const walked = new WeakMap<CartridgeState, { at: string; state: Book['state']; result: Walked }>();

/**
 * A cartridge's open chain, from the last weighing that closed one up to an instant, by all evidence and today's models.
 *
 * @param at UTC instant, not before the last fact
 */
export function openWalk(book: Book, cartridgeId: string, at: string): Walked | undefined {
  const state = cartridgeOf(book, cartridgeId);
  const body = bodyOf(book.context, cartridgeId);
  if (!state || !body) return undefined;
  const known = book.live ? undefined : walked.get(state);
  if (known && known.at === at && known.state === book.state) return known.result;
  const density = densityOfMixes(book.context, body, state.known.mixes);
  const result = walk({
    start: state.known,
    happenings: happeningsOf(book, state, at),
    timelineOf: (id) => timelineIn(book.context, book.state, id),
    foretell: foretellBy(book, cartridgeId),
    counterOf: (seat) => {
      const counter = counterOf(book, seat.printerId, seat.slotId);
      return { k: counter.k, variance: counter.variance };
    },
    bareLot: bareLot(book.context, cartridgeId),
    densityU: density.u / density.value,
  });
  if (!book.live) walked.set(state, { at, state: book.state, result });
  return result;
}

/** What a channel draws, by the models of this book. */
export const foretellBy =
  (book: Book, cartridgeId: string) =>
  (seat: Seat, exposure: Parameters<typeof predictUse>[2]): { ml: number; variance: number } => {
    const model = modelOf(book, seat.printerId);
    if (!model) return { ml: 0, variance: 0 };
    // A leak that was measured at a look is taken off apart.
    const of = cartridgeOf(book, cartridgeId)?.rejected?.mlPerDay ? '' : cartridgeId;
    const use = predictUse(model, seat.slotId, exposure, of);
    return { ml: use.value, variance: use.u ** 2 };
  };

export interface InkNow extends Estimate {
  /** Evidence that nobody has explained yet: the figure is the lesser of what contradicts. */
  readonly contradiction: Contradiction | null;
}

/**
 * Ink inside at an instant, by all evidence: the last weighing, what was put in or taken out since, the use foretold for what
 * was printed and cleaned, levels and signals seen, and the gauge's count, each by its precision. The interval widens with
 * every print until the next evidence.
 *
 * @param book definitions and folded state
 * @param cartridgeId which
 * @param at UTC instant, not before the last fact
 * @returns ml with u, never below 0; null when nothing is known yet (weigh it first)
 */
export function inkNow(book: Book, cartridgeId: string, at: string): InkNow | null {
  const state = cartridgeOf(book, cartridgeId);
  const body = bodyOf(book.context, cartridgeId);
  if (!state || !body) return null;
  const open =
    state.happenings.length === 0
      ? presentStay(book, cartridgeId, state, at)
      : openWalk(book, cartridgeId, at)!;
  if (!isKnown(open.belief)) return null;
  const density = densityOfMixes(book.context, body, open.mixes);
  const leak = leaked(state, at);
  return {
    value: Math.max(0, open.belief.ml - leak.value),
    u: Math.hypot(inkU(open.belief, density.u / density.value), leak.u),
    source: leak.value > 0 ? 'predicted' : open.source,
    contradiction: open.contradiction,
  };
}

/** What a cartridge that leaked at rest has gone on losing since it was last weighed, ml. */
function leaked({ rejected, known }: CartridgeState, at: string): { value: number; u: number } {
  if (!rejected?.mlPerDay) return { value: 0, u: 0 };
  const from = known.at > rejected.at ? known.at : rejected.at;
  const days = Math.max(0, (msOf(at) - msOf(from)) / DAY_MS);
  return { value: days * rejected.mlPerDay.value, u: days * rejected.mlPerDay.u };
}

/** A chain of which only the present stay is open, or nothing at all: it needs no walk. What is drawn leaves the blend as it is. */
function presentStay(
  book: Book,
  cartridgeId: string,
  { known, seat }: CartridgeState,
  at: string,
): Pick<Walked, 'belief' | 'mixes' | 'source' | 'contradiction'> {
  const { belief, mixes, source } = known;
  const timeline = seat && timelineIn(book.context, book.state, seat.printerId);
  const exposure = timeline ? exposureDuring(timeline, stayOf(seat, timeline.length, at)) : NO_EXPOSURE;
  if (exposure === NO_EXPOSURE) return { belief, mixes, source, contradiction: null };
  const { ml, variance } = foretellBy(book, cartridgeId)(seat!, exposure);
  return {
    belief: atLeastNone(moved(belief, -ml, variance)),
    mixes,
    source: 'predicted',
    contradiction: null,
  };
}

const stayOf = (seat: NonNullable<CartridgeState['seat']>, toPosition: number, at: string) =>
  ({
    type: 'stay',
    printerId: seat.printerId,
    slotId: seat.slotId,
    fromPosition: seat.position,
    toPosition,
    from: seat.at,
    to: at > seat.at ? at : seat.at,
  }) as const;

/**
 * The most that can be inside, ml, where nothing but printing came since its ink was last known: told without foretelling
 * what was printed.
 *
 * @returns null where something was put in or seen since
 */
export function mostInside(book: Book, cartridgeId: string): number | null {
  const state = cartridgeOf(book, cartridgeId);
  if (!state || listOf(state.happenings).some(({ type }) => type !== 'stay')) return null;
  return Math.max(0, state.known.belief.ml);
}

/** No denser than this is what is left of it, g/ml: printed to the last drop, its shade's ink would be what goes in. */
export function densestInside(book: Book, body: Body): number {
  const mixes = cartridgeOf(book, body.cartridge.id)?.known.mixes ?? [];
  return Math.max(
    densityOfMixes(book.context, body, mixes).value,
    densityOfMixes(book.context, body, []).value,
  );
}

/** ml by lot of each chamber now. */
export function mixesOf(book: Book, cartridgeId: string, at: string): readonly Mix[] {
  return openWalk(book, cartridgeId, at)?.mixes ?? [];
}

/** Density of what is inside, g/ml. */
export function densityInside(book: Book, body: Body, at: string): Uncertain {
  return densityOfMixes(book.context, body, mixesOf(book, body.cartridge.id, at));
}

/** The mass that a scale is expected to show, g, with its u: tare and ink together. */
export function expectedMass(book: Book, cartridgeId: string, at: string): Uncertain | null {
  const open = openWalk(book, cartridgeId, at);
  const body = bodyOf(book.context, cartridgeId);
  if (!open || !body || open.belief.inkVar >= UNKNOWN_VAR / 4) return null;
  const density = densityOfMixes(book.context, body, open.mixes);
  const mass = massOf(open.belief);
  const leak = leaked(cartridgeOf(book, cartridgeId)!, at);
  return {
    value: body.emptyG.value + Math.max(0, mass.ml - leak.value) * density.value,
    u: Math.hypot(Math.sqrt(mass.variance), leak.u) * density.value,
  };
}

/** Where it stands, else where it stood last, else where it belongs. */
export function placeOf(book: Book, cartridgeId: string): Seat | null {
  const state = book.state.cartridges.get(cartridgeId);
  const known = state?.seat ?? state?.lastSeat;
  if (known) return { printerId: known.printerId, slotId: known.slotId };
  const body = bodyOf(book.context, cartridgeId);
  const home = body && slotFor(book.context, body.cartridge);
  return home ? { printerId: home.printer.id, slotId: home.slot.id } : null;
}
