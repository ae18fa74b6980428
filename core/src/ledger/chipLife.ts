import { chipStep, gaugeReadingU, learnCounter, type ChipEvent } from '../gauge';
import type { Fact } from '../workbook';
import { bodyOf, find, type Context } from './context';
import { inkNow } from './inkNow';
import { densityInside } from './mix';
import type { CartridgeState, LedgerState } from './state';
import { cartridgeState, ruleOf } from './stateOf';

/** Moves a cartridge's chip along, and writes the line into the chip's own history. */
export function chipEvent(
  context: Context,
  ledger: LedgerState,
  fact: Fact,
  cartridgeId: string,
  event: ChipEvent,
): void {
  const state = cartridgeState(context, ledger, cartridgeId);
  const body = bodyOf(context, cartridgeId);
  if (!state || !body) return;
  state.chip.machine = chipStep(state.chip.machine, event, ruleOf(context, body.cartridge));
  if (event.type === 'toppedUp' || event.type === 'reseated') return;
  (ledger.chips[state.chip.id] ??= []).push({
    at: fact.at,
    cartridgeId,
    what:
      event.type === 'signalled'
        ? event.signal
        : event.type === 'reset' && !event.worked
          ? 'resetFailed'
          : event.type,
  });
}

/** Use below this between a reading and a weighing leaves them the same moment, ml. */
export const SAME_MOMENT_ML = 0.15;

/** All that was put in by hand, less all that was taken out, ml. */
export const netByHand = (state: CartridgeState): number =>
  state.addedMl - state.drawnMl - state.primedMl - state.spiltMl;

/** The chip counts from its full volume again; what is really inside is the point to compare with. */
export function countFromFull(
  context: Context,
  ledger: LedgerState,
  cartridgeId: string,
  state: CartridgeState,
  at: string,
): void {
  const ink = inkNow(context, ledger, cartridgeId, at);
  state.chip = { ...state.chip, resetAt: at, resetInkMl: ink?.value ?? null };
  state.gauge = { fraction: 1, at, predictedMl: 0 };
  state.signal = null;
  state.anchor = null;
  if (ink) dropAnchor(context, ledger, cartridgeId, state, 1, at);
}

/** A reading at a known content; since the one before it, the counter's bias shows. */
export function dropAnchor(
  context: Context,
  ledger: LedgerState,
  cartridgeId: string,
  state: CartridgeState,
  reading: number,
  at: string,
): void {
  const body = bodyOf(context, cartridgeId);
  const ink = inkNow(context, ledger, cartridgeId, at);
  const chipMl = state.chip.volumeMl;
  if (!body || !ink || !state.fix || chipMl === null) return;
  const tare = state.fix.massG ? body.emptyG.u / densityInside(context, state, body).value : 0;
  const anchor = {
    at,
    reading,
    ml: ink.value,
    u: ink.u,
    uApart: Math.sqrt(Math.max(0, ink.u ** 2 - tare ** 2)),
    netMl: netByHand(state),
  };
  const before = state.anchor;
  const place = state.location;
  const slot = place ? ledger.printers[place.printerId]?.slots[place.slotId] : undefined;
  const gauge = find(context, 'printer', place?.printerId)?.gauge;
  if (before && slot && gauge)
    slot.counter = learnCounter(
      slot.counter,
      {
        value: before.ml + (anchor.netMl - before.netMl) - anchor.ml,
        u: Math.hypot(before.uApart, anchor.uApart),
      },
      {
        value: (before.reading - reading) * chipMl,
        u: gaugeReadingU(gauge) * chipMl * (before.reading === 1 ? 1 : Math.SQRT2),
      },
    );
  state.anchor = anchor;
}
