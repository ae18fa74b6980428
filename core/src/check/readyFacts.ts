import { fail, ok, type Result } from '../quantity';
import { Trial, type CheckedBook } from '../ledger';
import { factSchema, type Fact } from '../workbook';
import { checkFact } from './checkFact';
import type { FactProblem } from './factProblem';

/** Why an entry was not taken: a field that no such fact has, or what the workbook says against it. */
export type NotReady =
  | { readonly kind: 'field'; readonly where: string; readonly message: string }
  | { readonly kind: 'facts'; readonly problems: readonly FactProblem[] };

/**
 * Facts as they may be recorded, whoever enters them: each by its schema, and each held against the workbook with those before it.
 *
 * @param book that they are to be added to
 * @param facts stamped, not looked at yet
 * @param now milliseconds since 1970
 * @returns the facts as the schema reads them, or all that is wrong with them; nothing is half taken
 */
export function readyFacts(
  book: CheckedBook,
  facts: readonly Fact[],
  now: number,
): Result<readonly Fact[], NotReady> {
  const read: Fact[] = [];
  for (const fact of facts) {
    const parsed = factSchema.safeParse(fact);
    if (!parsed.success) {
      const issue = parsed.error.issues[0]!;
      return fail({ kind: 'field', where: issue.path.join(' › ') || fact.kind, message: issue.message });
    }
    read.push(parsed.data);
  }
  const trial = new Trial(book, read);
  const problems = read.flatMap((fact) => {
    const found = checkFact(trial, fact, now);
    trial.add(fact);
    return found;
  });
  return problems.length > 0 ? fail({ kind: 'facts', problems }) : ok(read);
}
