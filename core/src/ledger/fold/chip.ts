import { append, emptyLog } from '../../exposure';
import { chipStep, gaugeReadingU, sensorContent, type ChipEvent } from '../../gauge';
import type { Because, Fact, Signal } from '../../workbook';
import { bodyOf, find } from '../define/context';
import { happen } from './chain';
import { ruleOf, type Fold } from './Fold';
import type { CartridgeState } from './state';

/** The chip's figure at a moment, as evidence of what was drawn since it last counted. */
export function readGauge(
  fold: Fold,
  state: CartridgeState,
  fact: { readonly id: string; readonly at: string; readonly because?: Because | undefined },
  fraction: number,
  exact = false,
  atMost = false,
): void {
  const { chip } = state;
  if (chip.volumeMl === null || chip.machine.phase === 'off') return;
  const seat = state.seat ?? state.lastSeat;
  const gauge = find(fold.context, 'printer', seat?.printerId)?.gauge;
  happen(fold, state, fact.at, {
    type: 'read',
    factId: fact.id,
    atMost,
    because: fact.because ?? null,
    reading: {
      at: fact.at,
      chipId: `${chip.id}#${chip.machine.resets}`,
      chipMl: chip.volumeMl,
      fraction,
      u: exact ? 0 : gauge ? gaugeReadingU(gauge) : 0.003,
    },
  });
}

/** The chip counts from its full volume again; what is really inside is the point to compare with. */
export function countFromFull(
  fold: Fold,
  state: CartridgeState,
  fact: { readonly id: string; readonly at: string },
): void {
  state.chip = { ...state.chip, resetAt: fact.at };
  state.gauge = { fraction: 1, at: fact.at };
  state.signal = null;
  readGauge(fold, state, fact, 1, true);
}

/** A signal says that the count has come to its threshold, or a prism that the free ink is gone. */
export function signalled(
  fold: Fold,
  cartridgeId: string,
  state: CartridgeState,
  fact: { readonly id: string; readonly at: string; readonly printerId: string; readonly signal: Signal },
): void {
  const gauge = find(fold.context, 'printer', fact.printerId)?.gauge;
  const body = bodyOf(fold.context, cartridgeId);
  if (!gauge || !body) return;
  const { signal } = fact;
  if (signal === 'seesLow' || (gauge.display === 'optical' && signal === 'low')) {
    const seen = sensorContent(body.type, 'optical');
    happen(fold, state, fact.at, {
      type: 'seen',
      at: fact.at,
      factId: fact.id,
      kind: 'sensor',
      ml: seen.value,
      u: seen.u,
      because: null,
    });
    return;
  }
  const fraction =
    signal === 'low'
      ? gauge.lowAt
      : signal === 'veryLow'
        ? gauge.veryLowAt
        : signal === 'asks' || signal === 'stops'
          ? 0
          : null;
  if (fraction === null) return;
  // Newer than any figure: no more than this is on its count now.
  if (gauge.display !== 'invisible')
    state.gauge = { fraction: Math.min(state.gauge?.fraction ?? 1, fraction), at: fact.at };
  readGauge(fold, state, fact, fraction, false, true);
}

/** Moves a cartridge's chip along, and writes the line into the chip's own history. */
export function chipEvent(fold: Fold, fact: Fact, cartridgeId: string, event: ChipEvent): void {
  const state = fold.cartridge(cartridgeId);
  const body = bodyOf(fold.context, cartridgeId);
  if (!state || !body) return;
  state.chip = {
    ...state.chip,
    machine: chipStep(state.chip.machine, event, ruleOf(fold.context, body.cartridge)),
  };
  if (event.type === 'toppedUp' || event.type === 'reseated') return;
  const lines = fold.state.chips.get(state.chip.id) ?? emptyLog();
  fold.state.chips.set(
    state.chip.id,
    append(lines, {
      at: fact.at,
      cartridgeId,
      what:
        event.type === 'signalled'
          ? event.signal
          : event.type === 'reset' && !event.worked
            ? 'resetFailed'
            : event.type,
    }),
  );
}
