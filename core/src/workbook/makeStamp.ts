import { decodeTime, monotonicFactory } from 'ulid';
import type { Fact, FactDraft } from './schema';

export interface Clock {
  /** Milliseconds since 1970, as Date.now. */
  readonly now: () => number;
}

/**
 * Makes the function that turns drafts into facts: it gives each a ULID and the time of recording.
 *
 * An id is greater than all that were known when it was given, whatever the clock says: what is said later comes after what it may
 * take back or correct, also where that was said by a clock that ran ahead (a hybrid logical clock).
 *
 * @param clock tells the time; passed in so that a test or a rehearsal can hold it still
 * @param random numbers in [0, 1), as Math.random
 * @param known the greatest id that is known already; empty: none
 * @returns a function from drafts to facts; a draft without `at` happened now
 * @source Kulkarni et al. 2014, Logical Physical Clocks, section 3
 */
export function makeStamp(
  clock: Clock,
  random: () => number,
  known: () => string = () => '',
): (drafts: readonly FactDraft[]) => Fact[] {
  const next = monotonicFactory(random);
  return (drafts) => {
    const now = clock.now();
    const recorded = new Date(now).toISOString();
    const after = timeOf(known());
    return drafts.map((draft) => ({
      ...draft,
      at: draft.at ?? recorded,
      recorded,
      id: next(Math.max(now, after + 1)),
    }));
  };
}

/** The time in an id, ms; ids that are none have no time. */
function timeOf(id: string): number {
  if (id === '') return 0;
  try {
    return decodeTime(id);
  } catch {
    return 0;
  }
}

/**
 * Makes the function that names new things: the kind, and what no other thing has.
 *
 * @param clock tells the time
 * @param random numbers in [0, 1), as Math.random
 */
export function makeNewId(clock: Clock, random: () => number): (kind: string) => string {
  const next = monotonicFactory(random);
  return (kind) => `${kind}-${next(clock.now()).toLowerCase()}`;
}
