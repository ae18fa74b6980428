import { msOf } from '../time';
import type { Observed } from './model';
import { ONE_WEIGH_IN_MS } from './seen';

/** What one weigh-in looks back on, UTC instants. */
export interface Span {
  readonly from: string;
  readonly to: string;
  /** Something is known to have happened that may have changed the gain: nobody has to be asked. */
  readonly renewed?: true;
}

/** Intervals in order of when they ended. */
export const inOrder = (a: Observed, b: Observed): number =>
  a.to !== b.to ? (a.to < b.to ? -1 : 1) : a.factId < b.factId ? -1 : a.factId > b.factId ? 1 : 0;

/** Intervals that end together, a weigh-in each, in order of time. */
export function weighIns(observed: readonly Observed[]): Observed[][] {
  const sorted = [...observed].sort(inOrder);
  const groups: Observed[][] = [];
  for (const one of sorted) {
    const group = groups.at(-1);
    const first = group?.[0];
    const same =
      first &&
      msOf(one.to) - msOf(first.to) <= ONE_WEIGH_IN_MS &&
      !group.some((other) => other.slotId === one.slotId);
    if (same) group.push(one);
    else groups.push([one]);
  }
  return groups;
}

/** A channel weighed long ago does not stretch what the others saw: the middle one tells from when. */
export const spanOf = (group: readonly Observed[]): Span => ({
  from: group.map((one) => one.from).sort()[group.length >> 1]!,
  to: group.reduce((most, one) => (one.to > most ? one.to : most), group[0]!.to),
});
