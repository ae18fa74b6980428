import { monotonicFactory } from 'ulid';
import type { Fact, FactDraft } from './schema';

export interface Clock {
  /** Milliseconds since 1970, as Date.now. */
  readonly now: () => number;
}

/**
 * Makes the function that turns drafts into facts: it gives each a ULID and the time of recording.
 *
 * @param clock tells the time; passed in so that a test or a rehearsal can hold it still
 * @param random numbers in [0, 1), as Math.random
 * @returns a function from drafts to facts; a draft without `at` happened now
 */
export function makeStamp(clock: Clock, random: () => number): (drafts: readonly FactDraft[]) => Fact[] {
  const next = monotonicFactory(random);
  return (drafts) => {
    const now = clock.now();
    const recorded = new Date(now).toISOString();
    return drafts.map((draft) => ({ ...draft, at: draft.at ?? recorded, recorded, id: next(now) }));
  };
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
