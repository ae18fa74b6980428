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
  /** What took back the thing that they speak of: taken back itself, they fit. */
  readonly withdrawals: readonly string[];
}

/**
 * What does not fit since two sides (devices, or a file and the workbook) met that had not known of each other: one bottle poured out
 * twice, one cartridge put into two slots, entries about something that was taken back meanwhile. It does not depend on who met whom.
 *
 * @param since the earliest time of what came from the other side
 * @param now milliseconds since 1970
 * @param among these entries alone: those that did not fit when they met; left out: all since
 */
export function metProblems(
  book: Pick<LogSnapshot, 'review' | 'log' | 'isVoided'>,
  since: string,
  now: number,
  among: ReadonlySet<string> | null = null,
): readonly MetProblem[] {
  const check = checkFactsBy(now);
  const found = new Map<string, { problem: FactProblem; facts: Fact[] }>();
  let left = among?.size ?? Infinity;
  book.review(since, (before, fact) => {
    if (among && !among.has(fact.id)) return true;
    const problem = [...check(before, fact), ...seatedElsewhere(before, fact)].find(({ code }) =>
      OF_BOTH.has(code),
    );
    if (problem) {
      // One thing that is missing is one problem, however much speaks of it.
      const key = problem.code === 'unknownThing' ? `${problem.what} ${problem.id}` : fact.id;
      const known = found.get(key);
      if (known) known.facts.push(fact);
      else found.set(key, { problem, facts: [fact] });
    }
    left -= 1;
    return left > 0;
  });
  const withdrawals = withdrawalsOf(
    book,
    [...found.values()].flatMap(({ problem }) => (problem.code === 'unknownThing' ? problem.id : [])),
  );
  return [...found.values()].map(({ problem, facts }) => ({
    problem,
    facts,
    withdrawals: problem.code === 'unknownThing' ? (withdrawals.get(problem.id) ?? []) : [],
  }));
}

/** What took back these things, by their ids. */
function withdrawalsOf(
  { log, isVoided }: Pick<LogSnapshot, 'log' | 'isVoided'>,
  things: readonly string[],
): ReadonlyMap<string, readonly string[]> {
  const found = new Map<string, string[]>(things.map((id) => [id, []]));
  if (things.length === 0) return found;
  /** The thing that an entry defines, by the entry. */
  const defined = new Map(
    log.flatMap((fact) =>
      fact.kind === 'defined' && found.has(fact.entity.id) ? [[fact.id, fact.entity.id] as const] : [],
    ),
  );
  for (const fact of log) {
    const thing = fact.kind === 'voided' ? defined.get(fact.factId) : undefined;
    if (thing !== undefined && !isVoided(fact.id)) found.get(thing)!.push(fact.id);
  }
  return found;
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
