import { find, type CheckedBook, type LogSnapshot } from '../ledger';
import type { Fact } from '../workbook';
import { checkFactsBy } from './checkFact';
import type { FactProblem } from './factProblem';

/** What two sides could not know of each other; how far a mass is off depends on what both have taught since. */
const OF_BOTH: ReadonlySet<FactProblem['code']> = new Set([
  'unknownThing',
  'bottleTooLittle',
  'moreThanInside',
  'retired',
  'notInstalled',
  'overfill',
  'seatedElsewhere',
]);

/** Something that does not fit to the rest of the log, and the entries that say it, the earliest first. */
export interface MetProblem {
  readonly problem: FactProblem;
  readonly facts: readonly Fact[];
}

/**
 * What would have been asked about, had two devices (or a file and the workbook) known of each other when it was entered: one bottle
 * poured out twice, one cartridge put into two slots, entries about something that was taken back meanwhile. It does not depend on
 * who met whom.
 *
 * @param since the earliest time of what came from the other side
 * @param now milliseconds since 1970
 */
export function metProblems(
  book: Pick<LogSnapshot, 'review'>,
  since: string,
  now: number,
): readonly MetProblem[] {
  const check = checkFactsBy(now);
  const found = new Map<string, { problem: FactProblem; facts: Fact[] }>();
  book.review(since, (before, fact) => {
    for (const problem of [...check(before, fact), ...seatedElsewhere(before, fact)]) {
      if (!OF_BOTH.has(problem.code)) continue;
      // One thing that is missing is one problem, however much speaks of it.
      const key = problem.code === 'unknownThing' ? `${problem.what} ${problem.id}` : fact.id;
      const known = found.get(key);
      if (known && known.facts.at(-1) !== fact) known.facts.push(fact);
      else if (!known) found.set(key, { problem, facts: [fact] });
    }
  });
  return [...found.values()];
}

/** Put into a slot while it stood in another one, and nobody took it out. */
function seatedElsewhere({ context, state }: CheckedBook, fact: Fact): readonly FactProblem[] {
  if (fact.kind !== 'installed') return [];
  return fact.into.flatMap(({ cartridgeId, slotId }) => {
    const seat = state.cartridges.get(cartridgeId)?.seat;
    if (!seat || (seat.printerId === fact.printerId && seat.slotId === slotId)) return [];
    const nameOf = (printerId: string, id: string): string => {
      const printer = find(context, 'printer', printerId);
      return `${printer?.slots.find((slot) => slot.id === id)?.name ?? id} of ${printer?.name ?? printerId}`;
    };
    return {
      severity: 'ask' as const,
      code: 'seatedElsewhere' as const,
      label: find(context, 'cartridge', cartridgeId)?.label ?? cartridgeId,
      stood: nameOf(seat.printerId, seat.slotId),
      slot: nameOf(fact.printerId, slotId),
    };
  });
}
