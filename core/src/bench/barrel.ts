import type { Syringe } from '../workbook';

/** A syringe that still holds so much of the next load is not filled again for it. */
const ENOUGH_LEFT = 0.75;
/** Rounding of a scale on a barrel, ml. */
const SAME_ML = 1e-6;

/** What one filling of the syringe is for: of the loads to come the first, and all that follow it and fit in beside it, ml. */
export function drawnFor(loads: readonly number[], syringe: Syringe | null): number {
  const size = syringe ? syringe.capacityMl - syringe.keepBackMl : Infinity;
  let ml = 0;
  for (const load of loads) {
    if (ml > 0 && ml + load > size + SAME_ML) break;
    ml += load;
  }
  return Math.min(ml, size);
}

/**
 * The syringe through a dose: to what it is filled again before each load, if at all. Before a load that is in, it was filled for
 * what was asked then, which need not be what went in.
 *
 * @param done loads that are in, as they went in, ml
 * @param toCome loads that are still asked, ml
 * @param aheadOf the loads that were asked when so much of the dose was in, ml
 * @returns of each load the ml that the syringe holds once it is filled again; null where it still holds enough, and for the first,
 *   which was drawn up at the beginning
 */
export function refills(
  done: readonly number[],
  toCome: readonly number[],
  aheadOf: (inMl: number) => readonly number[],
  syringe: Syringe | null,
): (number | null)[] {
  let barrel = drawnFor(aheadOf(0), syringe);
  let inMl = 0;
  return [...done, ...toCome].map((ml, i) => {
    const ahead = i < done.length ? aheadOf(inMl) : toCome.slice(i - done.length);
    const again = i > 0 && barrel < ENOUGH_LEFT * (ahead[0] ?? 0) ? drawnFor(ahead, syringe) : null;
    barrel = Math.max(0, (again ?? barrel) - ml);
    inMl += ml;
    return again;
  });
}
