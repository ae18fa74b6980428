import { inkByMass, type Uncertain } from '../quantity';
import { learnUse } from '../usage';
import type { FactOf } from '../workbook';
import { line, setFix, worked, type Journal } from './account';
import { SAME_MOMENT_ML, dropAnchor } from './chipLife';
import { bodyOf, find, type Context } from './context';
import { exposureSince, inkNow, placeOf, predictedSince } from './inkNow';
import { densityInside, priceInside, scaleMix } from './mix';
import type { CartridgeState, LedgerState, LifeEntry } from './state';
import { cartridgeState, bottleState } from './stateOf';

/** Beyond this many u, a mass that fell while nothing printed is called a leak. */
const LEAK_SIGMA = 3;

export function weighCartridge(
  context: Context,
  ledger: LedgerState,
  fact: FactOf<'weighed'>,
  journal: Journal,
): void {
  const state = cartridgeState(context, ledger, fact.subjectId);
  const body = bodyOf(context, fact.subjectId);
  if (!state || !body) return;
  state.lastWeighed = { at: fact.at, massG: fact.massG, purpose: fact.purpose };
  if (fact.purpose === 'drying' || fact.purpose === 'empty') {
    // Rinse water weighs 1 g/ml; what left since was rinsed out or dried off, what came is water.
    const ml = Math.max(0, fact.massG.value - body.emptyG.value);
    const before = inkNow(context, ledger, fact.subjectId, fact.at);
    if (before && before.value > ml) state.drawnMl += before.value - ml;
    else if (before) state.addedMl += ml - before.value;
    else state.startMl ??= ml;
    setFix(ledger, state, {
      at: fact.at,
      ml,
      u: Math.hypot(fact.massG.u, body.emptyG.u),
      source: 'weighed',
      massG: fact.massG,
    });
    state.chambers = state.chambers.map(() => (ml > 0.05 ? { flush: ml / state.chambers.length } : {}));
    journal({
      ...line(fact, fact.subjectId, { value: ml, u: state.fix!.u, source: 'weighed' }),
      massG: fact.massG.value,
    });
    return;
  }
  const density = densityInside(context, state, body);
  const ink = inkByMass(fact.massG, body.emptyG, density);
  const { fix } = state;
  const exposure = exposureSince(ledger, state, fact.at);
  const predicted = predictedSince(context, ledger, state, fact.subjectId, fact.at, exposure);
  const pendingMl =
    state.gauge && fix && state.gauge.at >= fix.at ? predicted.value - state.gauge.predictedMl : null;
  const entry: LifeEntry = { ...line(fact, fact.subjectId, ink), massG: fact.massG.value };
  if (fix) {
    const drop = fix.massG
      ? dropByMass(fix.massG, fact.massG, density)
      : { value: fix.ml - ink.value, u: Math.hypot(fix.u, ink.u) };
    const used: Uncertain = {
      value: drop.value + state.handled.ml,
      u: Math.hypot(drop.u, Math.sqrt(state.handled.variance)),
    };
    if (worked(exposure)) {
      closeInterval(context, ledger, state, { exposure, used, predicted }, journal, entry);
    } else {
      // Nothing printed: what is missing leaked, or an entry is wrong.
      state.unexplainedMl += used.value;
      const leak = used.value > LEAK_SIGMA * used.u && used.value > 0.3;
      if (leak) state.leakedMl += used.value;
      journal(
        leak
          ? { ...entry, flag: 'leak', used }
          : used.value < -LEAK_SIGMA * used.u && used.value < -0.3
            ? { ...entry, flag: 'heavier', used }
            : entry,
      );
    }
  } else {
    const start = Math.max(0, ink.value - state.handled.ml);
    state.startMl ??= start;
    // More went in by the log than is there: it was used or lost before anyone weighed.
    state.unexplainedMl += start + state.handled.ml - ink.value;
    journal(entry);
  }
  scaleMix(state, ink.value, body.cartridge.initial === 'original' ? 'original' : 'unknown');
  setFix(ledger, state, {
    at: fact.at,
    ml: Math.max(0, ink.value),
    u: ink.u,
    source: 'weighed',
    massG: fact.massG,
  });
  if (fact.purpose === 'rested') state.restedG = fact.massG.value;
  const reading = state.gauge?.fraction;
  // A gauge read just before: the same content, now known by mass.
  if (reading !== undefined && reading !== null && pendingMl !== null && pendingMl < SAME_MOMENT_ML)
    dropAnchor(context, ledger, fact.subjectId, state, reading, fact.at);
}

function dropByMass(before: Uncertain, now: Uncertain, density: Uncertain): Uncertain {
  const value = (before.value - now.value) / density.value;
  return {
    value,
    u: Math.sqrt(
      (before.u ** 2 + now.u ** 2) / density.value ** 2 + ((value * density.u) / density.value) ** 2,
    ),
  };
}

function closeInterval(
  context: Context,
  ledger: LedgerState,
  state: CartridgeState,
  interval: { exposure: Record<string, number>; used: Uncertain; predicted: Uncertain },
  journal: Journal,
  entry: LifeEntry,
): void {
  const { exposure, used, predicted } = interval;
  const body = bodyOf(context, entry.cartridgeId)!;
  const place = placeOf(context, state, entry.cartridgeId);
  const printer = find(context, 'printer', place?.printerId);
  const slot = place ? ledger.printers[place.printerId]?.slots[place.slotId] : undefined;
  state.usedMl += used.value;
  state.usedVar += used.u ** 2;
  let flag: LifeEntry['flag'];
  if (slot && printer) {
    const surprise = learnUse(slot.model, exposure, used, printer.draws);
    if (Math.abs(surprise) > 5) {
      flag = 'surprise';
      state.unexplainedMl += used.value - predicted.value;
    }
    for (const [feature, amount] of Object.entries(exposure))
      slot.closed[feature] = (slot.closed[feature] ?? 0) + amount;
    slot.usedMl += used.value;
    slot.usedVar += used.u ** 2;
    slot.spentMinor += Math.max(0, used.value) * (priceInside(context, state, body) ?? 0);
    slot.intervals += 1;
  }
  journal({ ...entry, used, predicted, ...(flag ? { flag } : {}) });
}

export function weighBottle(ledger: LedgerState, fact: FactOf<'weighed'>): void {
  const bottle = bottleState(ledger, fact.subjectId);
  bottle.weighed = { at: fact.at, massG: fact.massG, outMl: bottle.outMl };
  bottle.firstWeighed ??= { massG: fact.massG, outMl: bottle.outMl };
}
