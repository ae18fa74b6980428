import { append } from '../../../exposure';
import type { FactOf, Ports } from '../../../workbook';
import { find } from '../../define/context';
import { noteStay } from '../chain';
import { chipEvent, countFromFull } from '../chip';
import type { Fold } from '../Fold';
import type { Appliers } from './appliers';

/** Cartridges that go in and come out. */
export const seats: Appliers<'installed' | 'removed'> = {
  installed: install,
  removed(fold, fact) {
    for (const cartridgeId of fact.cartridgeIds) leave(fold, cartridgeId, fact.at);
  },
};

/** Out of its slot, wherever that is. */
export function leave(fold: Fold, cartridgeId: string, at: string): void {
  const state = fold.cartridge(cartridgeId);
  // Nothing is known of one whose type is not there, but where it stands.
  if (!state) return clearSlots(fold, cartridgeId);
  if (!state.seat) return;
  noteStay(fold, state, at);
  const { printerId, slotId } = state.seat;
  const slot = fold.slot(printerId, slotId);
  if (slot) slot.cartridgeId = null;
  state.lastSeat = { printerId, slotId };
  state.seat = null;
  state.installedAt = null;
  state.outSince = at;
}

function clearSlots(fold: Fold, cartridgeId: string): void {
  for (const [printerId, { slots }] of fold.state.printers)
    for (const [slotId, slot] of slots)
      if (slot.cartridgeId === cartridgeId) fold.slot(printerId, slotId)!.cartridgeId = null;
}

function install(fold: Fold, fact: FactOf<'installed'>): void {
  const printer = fold.printer(fact.printerId);
  if (!printer) return;
  for (const { slotId, cartridgeId } of fact.into) {
    const slot = printer.slots.get(slotId);
    if (!slot || slot.cartridgeId === cartridgeId || !find(fold.context, 'cartridge', cartridgeId)) continue;
    if (slot.cartridgeId) leave(fold, slot.cartridgeId, fact.at);
    leave(fold, cartridgeId, fact.at);
    slot.cartridgeId = cartridgeId;
    const state = fold.cartridge(cartridgeId);
    if (!state) continue;
    const first = !state.chip.machine.begun;
    chipEvent(fold, fact, cartridgeId, { type: 'reseated' });
    state.seat = { printerId: fact.printerId, slotId, position: printer.timeline.length, at: fact.at };
    if (!state.printerIds.includes(fact.printerId)) state.printerIds = [...state.printerIds, fact.printerId];
    state.installedAt = fact.at;
    state.lastSeat = { printerId: fact.printerId, slotId };
    state.outSince = null;
    // The printer pierces the seal at the first insertion.
    state.ports = {
      ...state.ports,
      ...(state.ports.seal === 'intact' ? { seal: 'pierced' as const } : {}),
      keeper: 'off',
      ...seenTo(fact.confirmed),
    };
    // A new body's own chip counts from full, as one that was changed or reset does.
    if (
      first &&
      state.fills > 0 &&
      find(fold.context, 'cartridge', cartridgeId)?.initial === 'empty' &&
      state.chip.volumeMl !== null
    )
      countFromFull(fold, state, fact);
  }
  // One routine for all that went in before the door closed; it draws from every channel.
  printer.timeline = append(printer.timeline, { type: 'change', at: fact.at });
  printer.changes += 1;
  printer.firstAt ??= fact.at;
}

/** What the person said to have put right when it went in. */
function seenTo(confirmed: readonly string[] = []): Ports {
  return {
    ...(confirmed.includes('plugOut') ? { plug: 'in' as const } : {}),
    ...(confirmed.includes('ventShut') || confirmed.includes('taped') ? { vent: 'open' as const } : {}),
    ...(confirmed.includes('taped') ? { tape: 'off' as const } : {}),
  };
}
