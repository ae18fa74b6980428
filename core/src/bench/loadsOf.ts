import type { Syringe } from '../workbook';
import { METHOD_DATA } from './methods';
import type { CartridgeRun } from './run';

/** Less than this of a syringe is not worth drawing up by itself. */
const LEAST_SHARE = 0.25;

/**
 * A dose in the loads in which it goes in: full syringes first, the rest last, unless that would leave a mere drop for the last: then
 * alike; in halves where the method wants it so; by line or counted as one.
 *
 * @param ml of the dose, or what is left of it
 * @param begun some of it is in: halves are halved already, and only what is more than a syringe goes in alike
 * @returns ml of each load, at least one
 */
export function loadsOf(
  ml: number,
  { method }: Pick<CartridgeRun, 'method'>,
  syringe: Syringe | null,
  begun = false,
): number[] {
  const { dosed, halves } = METHOD_DATA[method];
  const size = syringe && dosed === 'syringe' ? Math.max(0.1, syringe.capacityMl - syringe.keepBackMl) : ml;
  const count = Math.max(1, size > 0 ? Math.ceil(ml / size - 1e-9) : 1, halves && !begun ? 2 : 1);
  const alike = halves || (count > 1 && ml - (count - 1) * size < LEAST_SHARE * size);
  return Array.from({ length: count }, (_, i) =>
    alike ? ml / count : Math.min(size, Math.max(0, ml - i * size)),
  );
}
