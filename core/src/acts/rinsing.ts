import { inkNow, type Book } from '../ledger';
import type { Uncertain } from '../quantity';
import type { Cartridge, Ink } from '../workbook';
import type { Act } from './act';

/** One u of what was drawn or rinsed out by hand, ml. */
const BY_HAND_U_ML = 0.3;
/** Least that is drawn out where anything is. */
const LEAST_ML = 0.1;

/** What went into the bin before a cartridge was rinsed and dried, at most what was in it. */
export function emptyOut(book: Book, cartridgeId: string, ml: number, at: string): Act {
  const inside = inkNow(book, cartridgeId, at)?.value ?? ml;
  return {
    facts: [drawn(cartridgeId, Math.min(ml, inside), 'Rinsed out before drying')],
    done: { code: 'emptied', cartridgeId },
  };
}

/** Drawn out before diluting, down to what nobody gets out. */
export function drawDownTo(book: Book, cartridgeId: string, residualMl: number, at: string): Act {
  const inside = inkNow(book, cartridgeId, at)?.value ?? 0;
  return {
    facts: [drawn(cartridgeId, Math.max(LEAST_ML, inside - residualMl), 'Drawn out before diluting')],
    done: { code: 'drawnTo', cartridgeId, ml: residualMl },
  };
}

const drawn = (cartridgeId: string, ml: number, note: string) => ({
  kind: 'drawnOut' as const,
  cartridgeId,
  chamber: 0,
  ml: { value: ml, u: BY_HAND_U_ML },
  fate: 'bin' as const,
  note,
});

/**
 * One round of diluting, by the syringe: new ink in, shaken, and as much out again.
 *
 * @param round its number, from 1
 */
export const dilute = (
  cartridgeId: string,
  bottleId: string,
  addedMl: number,
  drawnMl: number,
  round: number,
): Act => ({
  facts: [{ kind: 'flushed', cartridgeId, chamber: 0, addedMl, drawnMl, bottleId }],
  done: { code: 'rinseRound', round },
});

/** Its own empty mass, as a drying curve gave it, g. */
export function knowEmptyMass(cartridge: Cartridge, dryG: Uncertain): Act {
  const emptyG = {
    value: Number(dryG.value.toFixed(2)),
    u: Number(Math.max(LEAST_EMPTY_U_G, dryG.u).toFixed(3)),
  };
  return {
    facts: [{ kind: 'defined', entity: { ...cartridge, emptyG } }],
    done: { code: 'emptyMassKnown', cartridgeId: cartridge.id, g: dryG.value },
  };
}
const LEAST_EMPTY_U_G = 0.01;

/** For another ink from now on: it goes where that shade belongs. */
export const convertTo = (cartridge: Cartridge, ink: Ink): Act => ({
  facts: [{ kind: 'defined', entity: { ...cartridge, shades: [ink.shade], inkClass: ink.inkClass } }],
  done: { code: 'convertedTo', cartridgeId: cartridge.id, shade: ink.shade },
});
