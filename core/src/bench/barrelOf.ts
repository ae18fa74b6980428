import { loadedIn, type Dose } from './dosesOf';
import { drawnFor } from './drawnFor';
import { drawnUpMl } from './drawnUpMl';
import type { RunEnv } from './env';
import { loadsOf } from './loadsOf';
import { METHOD_DATA } from './methods';
import type { CartridgeRun } from './run';

/** A syringe that still holds so much of the next load is not filled again for it. */
const ENOUGH_LEFT = 0.75;

/** The syringe through one dose. */
export interface Barrel {
  /** To what it is filled before each load, those that are in and those to come, ml; null where it holds enough. */
  readonly fillsMl: readonly (number | null)[];
  /** All that was drawn up, or is to be, for the dose, ml. */
  readonly drawnMl: number;
}

/**
 * When and how far the syringe is filled for a dose. Before a load that is in, it was filled for what was asked then, which need
 * not be what went in: the rest stays in it, and counts for the next.
 *
 * @param part the chamber, or 0 the head and 1 the tank
 * @param toCome loads that are still asked, ml
 * @returns null where no syringe was chosen, or it is not the syringe that doses
 */
export function barrelOf(
  run: CartridgeRun,
  env: RunEnv,
  dose: Dose,
  part: number,
  toCome: readonly number[],
): Barrel | null {
  const { syringe } = env;
  if (!syringe || METHOD_DATA[run.method].dosed !== 'syringe') return null;
  const { loads } = loadedIn(run, part);
  let barrel = part === 0 ? drawnUpMl(run, env) : 0;
  let drawnMl = barrel;
  let inMl = 0;
  const fillsMl = [...loads, ...toCome].map((ml, i) => {
    const ahead =
      i < loads.length ? loadsOf(dose.ml - inMl, run, syringe, inMl > 0) : toCome.slice(i - loads.length);
    const fill = barrel < ENOUGH_LEFT * (ahead[0] ?? 0) ? drawnFor(ahead, syringe) : null;
    // More went in than it is said to hold: then it held more.
    const held = Math.max(fill ?? barrel, ml);
    drawnMl += held - barrel;
    barrel = held - ml;
    inMl += ml;
    return fill;
  });
  return { fillsMl, drawnMl };
}
