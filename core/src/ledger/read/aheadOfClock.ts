import type { Fact } from '../../workbook';
import { isTimeless } from '../define/context';
import type { LogSnapshot } from '../Ledger';

/** Clocks of two devices may differ so much, ms: what is further ahead has not happened yet. */
export const CLOCK_SLACK_MS = 5 * 60_000;

/**
 * Entries that have not happened yet by this clock: another device's, or this one's, ran ahead when they were made. They count last
 * until they are set right.
 *
 * @param now milliseconds since 1970
 * @returns the earliest first; without what no time is asked of
 */
export function aheadOfClock({ facts }: Pick<LogSnapshot, 'facts'>, now: number): readonly Fact[] {
  const latest = new Date(now + CLOCK_SLACK_MS).toISOString();
  // They are the last of the log.
  return facts
    .slice(facts.findLastIndex(({ at }) => at <= latest) + 1)
    .filter((fact) => !isTimeless(fact) && fact.kind !== 'voided' && fact.kind !== 'jobPlanned');
}
