import type { FactOf } from '../workbook';
import { chipEvent } from './chipLife';
import type { Context } from './context';
import { exposureSince } from './inkNow';
import type { CartridgeState, LedgerState } from './state';
import { cartridgeState, printerState, drawOf } from './stateOf';

export function leave(ledger: LedgerState, state: CartridgeState | undefined, at: string): void {
  if (!state?.location) return;
  state.carried = exposureSince(ledger, state, at);
  const slot = ledger.printers[state.location.printerId]?.slots[state.location.slotId];
  if (slot) slot.cartridgeId = null;
  state.from = null;
  state.lastPlace = state.location;
  state.location = null;
  state.outSince = at;
}

export function install(context: Context, ledger: LedgerState, fact: FactOf<'installed'>): void {
  const printer = printerState(context, ledger, fact.printerId);
  if (!printer) return;
  for (const { slotId, cartridgeId } of fact.into) {
    const slot = printer.slots[slotId];
    const state = cartridgeState(context, ledger, cartridgeId);
    if (!slot || !state) continue;
    if (slot.cartridgeId === cartridgeId) continue;
    if (slot.cartridgeId) leave(ledger, ledger.cartridges[slot.cartridgeId], fact.at);
    leave(ledger, state, fact.at);
    slot.cartridgeId = cartridgeId;
    chipEvent(context, ledger, fact, cartridgeId, { type: 'reseated' });
    state.location = { printerId: fact.printerId, slotId };
    state.outSince = null;
    state.from = { totals: { ...printer.totals }, at: fact.at };
    // The printer pierces the seal at the first insertion.
    if (state.ports.seal === 'intact') state.ports = { ...state.ports, seal: 'pierced' };
    state.ports = { ...state.ports, keeper: 'off' };
  }
  // One routine for all that went in before the door closed; it draws from every channel.
  printer.totals.change = (printer.totals.change ?? 0) + 1;
  printer.changes += 1;
  printer.firstAt ??= fact.at;
  printer.padSinceMl += drawOf(context, fact.printerId, 'change') * Object.keys(printer.slots).length;
}
