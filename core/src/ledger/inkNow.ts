import type { Estimate, Uncertain } from '../quantity';
import { predictUse, type Exposure } from '../usage';
import { bodyOf, find, slotFor, type Context } from './context';
import type { CartridgeState, LedgerState } from './state';

const DAY_MS = 86_400_000;

/** Everything that a cartridge went through since its ink was last known, up to an instant. */
export function exposureSince(ledger: LedgerState, state: CartridgeState, at: string): Exposure {
  const exposure: Exposure = { ...state.carried };
  const { from, location } = state;
  if (!from || !location) return exposure;
  const totals = ledger.printers[location.printerId]?.totals ?? {};
  for (const key in totals) {
    const since = totals[key]! - (from.totals[key] ?? 0);
    if (!(since > 0)) continue;
    // A cleaning of some channels only is counted under their slots: `light@slot`.
    const mark = key.indexOf('@');
    if (mark >= 0 && key.slice(mark + 1) !== location.slotId) continue;
    const feature = mark < 0 ? key : key.slice(0, mark);
    exposure[feature] = (exposure[feature] ?? 0) + since;
  }
  const days = (Date.parse(at) - Date.parse(from.at)) / DAY_MS;
  if (days > 0) exposure.idleDay = (exposure.idleDay ?? 0) + days;
  return exposure;
}

/**
 * Ink inside at an instant: the last evidence, plus what was put in or taken out by hand, less the use predicted from what
 * was printed and cleaned since. The interval widens with every print until the next weigh-in.
 *
 * @param context definitions
 * @param ledger folded state
 * @param cartridgeId which
 * @param at UTC instant, not before the last fact
 * @returns ml with u, never below 0; null when nothing is known yet (weigh it first)
 */
export function inkNow(
  context: Context,
  ledger: LedgerState,
  cartridgeId: string,
  at: string,
): Estimate | null {
  const state = ledger.cartridges[cartridgeId];
  return state?.fix ? inkLeft(state, predictedSince(context, ledger, state, cartridgeId, at)) : null;
}

/** What is left of the last evidence after this use. */
export function inkLeft(state: CartridgeState, use: Uncertain): Estimate | null {
  const { fix } = state;
  if (!fix) return null;
  const value = fix.ml + state.handled.ml - use.value;
  const u = Math.sqrt(fix.u ** 2 + state.handled.variance + use.u ** 2);
  const untouched = use.value === 0 && state.handled.ml === 0;
  return {
    value: Math.max(0, value),
    u,
    source: untouched ? fix.source : use.value === 0 ? 'syringe' : 'predicted',
  };
}

/** Predicted use since the last fix (whose exposure may be at hand already); zero for a cartridge that stood on the shelf. */
export function predictedSince(
  context: Context,
  ledger: LedgerState,
  state: CartridgeState,
  cartridgeId: string,
  at: string,
  exposure: Exposure = exposureSince(ledger, state, at),
): Uncertain {
  const place = placeOf(context, state, cartridgeId);
  const printer = find(context, 'printer', place?.printerId);
  const slot = place ? ledger.printers[place.printerId]?.slots[place.slotId] : undefined;
  if (!printer || !slot) return { value: 0, u: 0 };
  return predictUse(slot.model, exposure, printer.draws);
}

/** Where it stands, else where it stood last, else where it belongs. */
export function placeOf(
  context: Context,
  state: CartridgeState | undefined,
  cartridgeId: string,
): { printerId: string; slotId: string } | null {
  const known = state?.location ?? state?.lastPlace;
  if (known) return known;
  const body = bodyOf(context, cartridgeId);
  const home = body && slotFor(context, body.cartridge);
  return home ? { printerId: home.printer.id, slotId: home.slot.id } : null;
}
