import { append } from '../../../exposure';
import type { Fact, FactOf } from '../../../workbook';
import { bodyOf } from '../../define/context';
import { happen, noteStay } from '../chain';
import { chipEvent } from '../chip';
import type { Fold } from '../Fold';
import type { HandCause } from '../state';
import { weighInk, weighWater } from '../weighing';
import type { Appliers } from './appliers';
import { lose, pourOut } from './bottles';

/** One u of what a rinse leaves behind, as a share of its volume. */
const FLUSH_U = 0.05;
/** Stays on walls and in a sponge after the most thorough rinse, ml. */
const RINSE_FILM_ML = 0.5;
/** A level read by eye is never known better than this share of the body. */
const LEAST_LEVEL_U = 0.01;

/** What goes into a cartridge, comes out of it, and is seen of it. */
export const cartridges: Appliers<
  | 'weighed'
  | 'filled'
  | 'drawnOut'
  | 'primed'
  | 'spilt'
  | 'flushed'
  | 'levelSeen'
  | 'sensorSignalled'
  | 'fadedOrRanDry'
  | 'looked'
  | 'portChanged'
  | 'agitated'
> = {
  weighed: weigh,
  filled: fill,
  drawnOut: takeOut,
  primed: takeOut,
  spilt: spill,
  flushed: flush,
  levelSeen: see,
  sensorSignalled: see,
  fadedOrRanDry: see,
  looked(fold, fact) {
    const state = fold.cartridge(fact.cartridgeId);
    if (!state) return;
    noteStay(fold, state, fact.at);
    state.rejected =
      fact.found === 'sound' ? null : { found: fact.found, at: fact.at, mlPerDay: fact.mlPerDay ?? null };
    // Who looked and found it sound rules out what its weights may have told of.
    const at = state.seat ?? state.lastSeat;
    const printer = at && fact.found === 'sound' ? fold.printer(at.printerId) : undefined;
    if (printer)
      printer.renewals = append(printer.renewals, {
        at: fact.at,
        what: 'denied',
        cause: 'leak',
        cartridgeId: fact.cartridgeId,
      });
  },
  portChanged(fold, fact) {
    const state = fold.cartridge(fact.cartridgeId);
    if (state) state.ports = { ...state.ports, ...fact.ports };
  },
  agitated(fold, fact) {
    for (const cartridgeId of fact.cartridgeIds) {
      const state = fold.cartridge(cartridgeId);
      if (state) state.agitatedAt = fact.at;
    }
  },
};

function weigh(fold: Fold, fact: FactOf<'weighed'>): void {
  if (fact.what === 'bottle') {
    const bottle = fold.bottle(fact.subjectId);
    bottle.weighed = { at: fact.at, massG: fact.massG, outMl: bottle.outMl };
    bottle.firstWeighed ??= { massG: fact.massG, outMl: bottle.outMl };
    return;
  }
  if (fact.what !== 'cartridge') return;
  const state = fold.cartridge(fact.subjectId);
  const body = bodyOf(fold.context, fact.subjectId);
  if (!state || !body) return;
  state.lastWeighed = { at: fact.at, massG: fact.massG, purpose: fact.purpose };
  if (fact.headG) state.head = { massG: fact.headG, at: fact.at, addedMl: 0 };
  if (fact.purpose === 'drying' || fact.purpose === 'empty') return weighWater(fold, state, body, fact);
  weighInk(fold, state, body, fact);
  if (fact.purpose === 'rested') state.restedG = fact.massG.value;
}

function fill(fold: Fold, fact: FactOf<'filled'>): void {
  const state = fold.cartridge(fact.cartridgeId);
  if (!state) return;
  happen(fold, state, fact.at, {
    type: 'in',
    at: fact.at,
    factId: fact.id,
    chamber: fact.chamber,
    lot: fact.bottleId,
    ml: fact.ml.value,
    variance: fact.ml.u ** 2,
  });
  if (fact.run === undefined || fact.run !== state.lastRun) state.fills += 1;
  state.lastRun = fact.run ?? null;
  if (fact.part === 'head' && state.head)
    state.head = { ...state.head, addedMl: state.head.addedMl + fact.ml.value };
  state.lastFillAt = fact.at;
  state.wetMl = null;
  chipEvent(fold, fact, fact.cartridgeId, { type: 'toppedUp' });
  const bottle = fold.bottle(fact.bottleId);
  bottle.firstFilledAt ??= fact.at;
  pourOut(bottle, fact.ml.value, fact.ml.u);
  if (fact.leftover?.fate === 'bin' && fact.leftover.ml > 0)
    lose(bottle, fact, fact.leftover.ml, 0.1 * fact.leftover.ml, 'binned', fact.cartridgeId, state);
}

function takeOut(fold: Fold, fact: FactOf<'drawnOut'> | FactOf<'primed'>): void {
  // Back into the cartridge: nothing left it.
  if (fact.fate === 'cartridge') return;
  const toBottle = fact.fate === 'bottle' ? (fact.bottleId ?? null) : null;
  out(fold, fact.cartridgeId, fact, {
    cause: fact.kind,
    chamber: fact.kind === 'drawnOut' ? fact.chamber : null,
    ml: fact.ml.value,
    u: fact.ml.u,
    toBottle,
  });
  if (toBottle !== null) fold.bottle(toBottle).outMl -= fact.ml.value;
}

function out(
  fold: Fold,
  cartridgeId: string,
  fact: Fact,
  part: { cause: HandCause; chamber: number | null; ml: number; u: number; toBottle: string | null },
): void {
  const state = fold.cartridge(cartridgeId);
  if (!state) return;
  happen(fold, state, fact.at, {
    type: 'out',
    at: fact.at,
    factId: fact.id,
    cause: part.cause,
    chamber: part.chamber,
    ml: part.ml,
    variance: part.u ** 2,
    toBottle: part.toBottle,
  });
}

function spill(fold: Fold, fact: FactOf<'spilt'>): void {
  if (fact.from === 'bottle')
    return lose(fold.bottle(fact.subjectId), fact, fact.ml.value, fact.ml.u, 'spilt', null, null);
  out(fold, fact.subjectId, fact, {
    cause: 'spilt',
    chamber: null,
    ml: fact.ml.value,
    u: fact.ml.u,
    toBottle: null,
  });
}

function flush(fold: Fold, fact: FactOf<'flushed'>): void {
  const state = fold.cartridge(fact.cartridgeId);
  if (!state) return;
  const u = (FLUSH_U * Math.max(fact.addedMl, fact.drawnMl)) / Math.SQRT2;
  if (fact.addedMl > 0)
    happen(fold, state, fact.at, {
      type: 'in',
      at: fact.at,
      factId: fact.id,
      chamber: fact.chamber,
      lot: fact.bottleId ?? 'flush',
      ml: fact.addedMl,
      variance: u * u,
    });
  if (fact.drawnMl > 0)
    out(fold, fact.cartridgeId, fact, {
      cause: 'flushed',
      chamber: fact.chamber,
      ml: fact.drawnMl,
      u,
      toBottle: null,
    });
  if (fact.bottleId) pourOut(fold.bottle(fact.bottleId), fact.addedMl, u);
  // Wet until it is weighed dry: what went in and did not come out, and the film that always stays.
  else
    state.wetMl = Math.max(
      RINSE_FILM_ML,
      (state.wetMl ?? state.known.belief.ml) + fact.addedMl - fact.drawnMl,
    );
}

function see(
  fold: Fold,
  fact: FactOf<'levelSeen'> | FactOf<'sensorSignalled'> | FactOf<'fadedOrRanDry'>,
): void {
  const state = fold.cartridge(fact.cartridgeId);
  const body = bodyOf(fold.context, fact.cartridgeId);
  if (!state || !body) return;
  const { capacityMl, reserveMl } = body.type;
  const base = { type: 'seen' as const, at: fact.at, factId: fact.id, because: fact.because ?? null };
  switch (fact.kind) {
    case 'levelSeen':
      return happen(fold, state, fact.at, {
        ...base,
        kind: 'level',
        ml: fact.fraction * capacityMl,
        u: Math.max(fact.u, LEAST_LEVEL_U) * capacityMl,
      });
    case 'sensorSignalled':
      return happen(fold, state, fact.at, { ...base, kind: 'sensor', ml: fact.ml.value, u: fact.ml.u });
    case 'fadedOrRanDry': {
      if (fact.ranDry) {
        state.ranDry += 1;
        chipEvent(fold, fact, fact.cartridgeId, { type: 'ranDry' });
      }
      // At or below its reserve: somewhere between nothing and it.
      const ml = fact.ranDry ? reserveMl / 4 : reserveMl / 2;
      return happen(fold, state, fact.at, {
        ...base,
        kind: fact.ranDry ? 'ranDry' : 'faded',
        ml,
        u: Math.max(0.3, ml),
      });
    }
  }
}
