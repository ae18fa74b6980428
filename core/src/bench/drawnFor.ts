import type { Syringe } from '../workbook';

/** Two amounts that no barrel tells apart, ml. */
const SAME_ML = 1e-6;

/**
 * What one filling of the syringe is for: of the loads to come the first, and all that follow it and fit in beside it. The air that
 * is kept back takes its part of the barrel.
 *
 * @param loads that are asked, ml
 * @returns ml
 */
export function drawnFor(loads: readonly number[], { capacityMl, keepBackMl }: Syringe): number {
  const size = Math.max(0, capacityMl - keepBackMl);
  let ml = 0;
  for (const load of loads) {
    if (ml > 0 && ml + load > size + SAME_ML) break;
    ml += load;
  }
  return Math.min(ml, size);
}
