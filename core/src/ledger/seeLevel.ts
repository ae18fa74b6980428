import type { FactOf } from '../workbook';
import { line, setFix, worked, type Journal } from './account';
import { chipEvent } from './chipLife';
import { bodyOf, type Context } from './context';
import { exposureSince, inkNow } from './inkNow';
import { scaleMix } from './mix';
import type { LedgerState } from './state';
import { cartridgeState } from './stateOf';

/** Evidence other than mass, joined with the prediction by precision; a print that faded caps it at the reserve. */
export function seeLevel(
  context: Context,
  ledger: LedgerState,
  fact: FactOf<'levelSeen'> | FactOf<'sensorSignalled'> | FactOf<'fadedOrRanDry'>,
  journal: Journal,
): void {
  const state = cartridgeState(context, ledger, fact.cartridgeId);
  const body = bodyOf(context, fact.cartridgeId);
  if (!state || !body) return;
  const { capacityMl, reserveMl } = body.type;
  const prior = inkNow(context, ledger, fact.cartridgeId, fact.at);
  let ml: number;
  let u: number;
  if (fact.kind === 'fadedOrRanDry') {
    if (fact.ranDry) {
      state.ranDry += 1;
      chipEvent(context, ledger, fact, fact.cartridgeId, { type: 'ranDry' });
    }
    ml = fact.ranDry ? reserveMl / 4 : reserveMl / 2;
    u = Math.max(0.3, fact.ranDry ? reserveMl / 4 : reserveMl / 2);
  } else {
    const seen =
      fact.kind === 'levelSeen'
        ? { value: fact.fraction * capacityMl, u: Math.max(fact.u, 0.01) * capacityMl }
        : fact.ml;
    const wp = prior ? 1 / Math.max(prior.u, 1e-3) ** 2 : 0;
    const ws = 1 / Math.max(seen.u, 1e-3) ** 2;
    ml = ((prior?.value ?? 0) * wp + seen.value * ws) / (wp + ws);
    u = Math.sqrt(1 / (wp + ws));
  }
  const exposure = exposureSince(ledger, state, fact.at);
  if (prior && worked(exposure) && state.fix) {
    const used = {
      value: Math.max(0, state.fix.ml + state.handled.ml - ml),
      u: Math.sqrt(state.fix.u ** 2 + state.handled.variance + u * u),
    };
    state.usedMl += used.value;
    state.usedVar += used.u ** 2;
  }
  scaleMix(state, ml, 'unknown');
  setFix(ledger, state, { at: fact.at, ml, u, source: 'sight', massG: null });
  journal({
    ...line(fact, fact.cartridgeId, { value: ml, u, source: 'sight' }),
    ...(fact.kind === 'fadedOrRanDry' ? { flag: 'ranDry' as const } : {}),
  });
}
