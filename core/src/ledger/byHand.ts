import type { Fact, FactOf } from '../workbook';
import { line, type Journal } from './account';
import { chipEvent } from './chipLife';
import type { Context } from './context';
import { inkNow } from './inkNow';
import { scaleMix } from './mix';
import type { CartridgeState, LedgerState } from './state';
import { cartridgeState, bottleState } from './stateOf';

/** Adds to or takes from the ink inside by hand; lots keep their shares. */
export function handle(
  context: Context,
  ledger: LedgerState,
  cartridgeId: string,
  fact: Fact,
  ml: number,
  u: number,
  journal: Journal,
  tally: (state: CartridgeState) => void,
): void {
  const state = cartridgeState(context, ledger, cartridgeId);
  if (!state) return;
  state.handled = { ml: state.handled.ml + ml, variance: state.handled.variance + u * u };
  tally(state);
  const ink = inkNow(context, ledger, cartridgeId, fact.at);
  if (ink) scaleMix(state, ink.value, 'unknown');
  journal(line(fact, cartridgeId, ink));
}

export function fill(context: Context, ledger: LedgerState, fact: FactOf<'filled'>, journal: Journal): void {
  const state = cartridgeState(context, ledger, fact.cartridgeId);
  if (!state) return;
  const bottle = bottleState(ledger, fact.bottleId);
  const before = inkNow(context, ledger, fact.cartridgeId, fact.at);
  if (before) scaleMix(state, before.value, 'unknown');
  const mix = state.chambers[Math.min(fact.chamber, state.chambers.length - 1)]!;
  mix[fact.bottleId] = (mix[fact.bottleId] ?? 0) + fact.ml.value;
  state.handled = { ml: state.handled.ml + fact.ml.value, variance: state.handled.variance + fact.ml.u ** 2 };
  state.addedMl += fact.ml.value;
  state.addedVar += fact.ml.u ** 2;
  if (fact.run === undefined || fact.run !== state.lastRun) state.fills += 1;
  state.lastRun = fact.run ?? null;
  state.lastFillAt = fact.at;
  chipEvent(context, ledger, fact, fact.cartridgeId, { type: 'toppedUp' });
  const left = fact.leftover;
  bottle.toCartridgesMl += fact.ml.value;
  bottle.outMl += fact.ml.value;
  bottle.outVar += fact.ml.u ** 2;
  if (left?.fate === 'bin') {
    bottle.binnedMl += left.ml;
    bottle.outMl += left.ml;
  }
  journal(line(fact, fact.cartridgeId, inkNow(context, ledger, fact.cartridgeId, fact.at)));
}

export function takeOut(
  context: Context,
  ledger: LedgerState,
  fact: FactOf<'drawnOut'> | FactOf<'primed'>,
  journal: Journal,
): void {
  // Back into the cartridge: nothing left it.
  const ml = fact.fate === 'cartridge' ? 0 : fact.ml.value;
  handle(context, ledger, fact.cartridgeId, fact, -ml, ml === 0 ? 0 : fact.ml.u, journal, (state) => {
    if (fact.kind === 'primed') state.primedMl += ml;
    else state.drawnMl += ml;
  });
  if (fact.fate === 'bottle' && fact.bottleId) {
    const bottle = bottleState(ledger, fact.bottleId);
    bottle.backMl += ml;
    bottle.outMl -= ml;
  }
}

export function flush(
  context: Context,
  ledger: LedgerState,
  fact: FactOf<'flushed'>,
  journal: Journal,
): void {
  const state = cartridgeState(context, ledger, fact.cartridgeId);
  if (!state) return;
  const before = inkNow(context, ledger, fact.cartridgeId, fact.at);
  if (before) scaleMix(state, before.value, 'unknown');
  const mix = state.chambers[Math.min(fact.chamber, state.chambers.length - 1)]!;
  const lot = fact.bottleId ?? 'flush';
  mix[lot] = (mix[lot] ?? 0) + fact.addedMl;
  const u = 0.05 * Math.max(fact.addedMl, fact.drawnMl);
  state.handled = {
    ml: state.handled.ml + fact.addedMl - fact.drawnMl,
    variance: state.handled.variance + u * u,
  };
  state.drawnMl += fact.drawnMl;
  state.addedMl += fact.addedMl;
  if (fact.bottleId) {
    const bottle = bottleState(ledger, fact.bottleId);
    bottle.outMl += fact.addedMl;
    bottle.toCartridgesMl += fact.addedMl;
  }
  const ink = inkNow(context, ledger, fact.cartridgeId, fact.at);
  if (ink) scaleMix(state, ink.value, 'unknown');
  journal(line(fact, fact.cartridgeId, ink));
}
