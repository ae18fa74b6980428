import type { Syringe } from '../workbook';

/**
 * The syringe that a person would reach for: the smallest that gives the dose in one load, since its marks are the finest;
 * when none can, the largest.
 *
 * @param doseMl what goes into one part
 * @returns undefined when there is none
 */
export function suggestSyringe(syringes: readonly Syringe[], doseMl: number): Syringe | undefined {
  const bySize = [...syringes].sort((a, b) => a.capacityMl - b.capacityMl);
  return bySize.find((syringe) => syringe.capacityMl - syringe.keepBackMl >= doseMl) ?? bySize.at(-1);
}
