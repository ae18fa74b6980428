import type { Uncertain } from '../quantity';
import { COUNTER_PRIOR, learnCounter, type Counter } from './learnCounter';

/** Prints that nobody logged were counted all the same; ink that leaked was not. */
export const countsFor = (because: string | null): boolean =>
  because === null || because === 'notLogged' || because === 'drawsMore';

/**
 * How a channel's counter errs: k = true over counted use, from all intervals whose ends were both weighed and read.
 *
 * @param intervals in order of time; those that were explained away teach nothing
 * @returns prior 1 ± 0.1 where nothing was seen
 */
export function fitCounter(
  intervals: readonly {
    readonly used: Uncertain;
    readonly counted: Uncertain | null;
    readonly because: string | null;
  }[],
): Counter {
  let counter = COUNTER_PRIOR;
  for (const { used, counted, because } of intervals)
    if (counted && countsFor(because)) counter = learnCounter(counter, used, counted);
  return counter;
}
