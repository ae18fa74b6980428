import type { Fact } from '../../workbook';

/**
 * How many of the log's last entries were recorded after an instant, as when a file was last saved.
 *
 * @param log in the order in which it was recorded
 * @param at UTC instant; null: never
 * @returns entries, at most all of them
 */
export function entriesSince(log: readonly Fact[], at: string | null): number {
  if (at === null) return log.length;
  // From the end: of years of entries only the last ones are looked at.
  return log.length - 1 - log.findLastIndex(({ recorded }) => recorded <= at);
}
