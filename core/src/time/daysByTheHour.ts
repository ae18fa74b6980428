import { msOf } from './msOf';
import { DAY_MS, HOUR_MS } from './spans';

/**
 * Days from one instant to another as the hours of the clock count them, 0 where the second is the earlier one: whoever asks in
 * one hour is told the same, by the minute or for the hour's end.
 *
 * @param from UTC instant
 * @param to UTC instant
 * @example daysByTheHour('2026-03-01T10:30:00.000Z', '2026-03-07T10:00:00.000Z') // 6
 */
export function daysByTheHour(from: string, to: string): number {
  const hours = Math.floor(msOf(to) / HOUR_MS) - Math.floor(msOf(from) / HOUR_MS);
  return Math.max(0, (hours * HOUR_MS) / DAY_MS);
}
