import { goingIn, type GoingInProblem } from '../bench';
import { all, find, slotFor, type Book } from '../ledger';
import type { Slot } from '../workbook';
import { cartridgeView, type CartridgeView } from '../advice';

export interface RotationPair {
  readonly slot: Slot;
  readonly out: CartridgeView | null;
  /** The fullest one on the shelf that is meant for this slot; null: there is none. */
  readonly into: CartridgeView | null;
  /** What stops it at the printer's door. */
  readonly problems: readonly GoingInProblem[];
}

export interface Rotation {
  readonly pairs: readonly RotationPair[];
  /** Of those that go in: filled since their chip was last reset, where it can be reset by hand. */
  readonly toReset: readonly string[];
  /** One after the other, in parts that the head can stand open for; in slot order. */
  readonly parts: readonly (readonly string[])[];
}

/** Does it bring more ink than what stands there? Not known counts as more: it is weighed as it goes in. */
const isFuller = (view: CartridgeView, out: CartridgeView | null): boolean =>
  !view.ink || !out?.ink || view.ink.value > out.ink.value;

/** Out, in, and a look: so long for one cartridge, minutes. */
const EACH_MINUTES = 1.5;

/**
 * A set for the one that is in: each slot's cartridge against the one on the shelf, in parts for which the head may be open.
 *
 * @param at UTC instant
 * @returns undefined when there is no such printer
 */
export function rotationOf(book: Book, printerId: string, at: string): Rotation | undefined {
  const printer = find(book.context, 'printer', printerId);
  if (!printer) return undefined;
  const shelf = all(book.context, 'cartridge').flatMap((cartridge) => {
    const view = cartridgeView(book, cartridge.id, at);
    const home = slotFor(book.context, cartridge);
    return view && !view.state.seat && !view.state.retired && home?.printer.id === printerId
      ? [{ view, slotId: home.slot.id }]
      : [];
  });
  const seats = book.state.printers.get(printerId)?.slots;
  const pairs = printer.slots.map((slot): RotationPair => {
    const seated = seats?.get(slot.id)?.cartridgeId;
    const out = seated ? (cartridgeView(book, seated, at) ?? null) : null;
    const into =
      shelf
        // One that came out with less in it than what is in now does not go back: a rotation that was left goes on from there.
        .filter(({ slotId, view }) => slotId === slot.id && isFuller(view, out))
        .sort((a, b) => (b.view.ink?.value ?? -1) - (a.view.ink?.value ?? -1))[0]?.view ?? null;
    return {
      slot,
      out,
      into,
      problems: into ? goingIn(book, into.body.cartridge.id, at, slot) : [],
    };
  });
  const most = Math.max(1, Math.floor(printer.openMinutes / EACH_MINUTES));
  const going = pairs.filter(({ into }) => into !== null).map(({ slot }) => slot.id);
  const parts = Array.from({ length: Math.ceil(going.length / most) }, (_, i) =>
    going.slice(i * most, (i + 1) * most),
  );
  const toReset = pairs.flatMap(({ into }) => {
    const state = into?.state;
    const { strategy } = state?.chip.machine ?? {};
    if (!state || (strategy !== 'resetter' && strategy !== 'contactBridge')) return [];
    const reset = state.chip.resetAt;
    return state.lastFillAt !== null && (reset === null || reset < state.lastFillAt)
      ? [into.body.cartridge.id]
      : [];
  });
  return { pairs, parts, toReset };
}
