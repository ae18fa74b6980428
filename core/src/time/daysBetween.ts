import { msOf } from './msOf';
import { DAY_MS } from './spans';

/**
 * Days from one instant to another; negative where the second is the earlier one.
 *
 * @param from UTC instant
 * @param to UTC instant
 * @example daysBetween('2026-03-01T12:00:00.000Z', '2026-03-03T00:00:00.000Z') // 1.5
 */
export const daysBetween = (from: string, to: string): number => (msOf(to) - msOf(from)) / DAY_MS;
