import type { FactDraft } from '../../workbook';
import { isTimeless, learnContext } from '../define/context';
import { applyFact } from '../fold/applyFact';
import { Fold } from '../fold/Fold';
import { copyState } from '../fold/state';
import type { Book } from '../Ledger';

/**
 * A fork of the book: what would be true with these drafts in it. The book stays as it is; what did not change is shared,
 * so that a fork costs no more than the few facts that are folded into it.
 *
 * @param drafts in order of time, after all that is in the book; those without a time happen at `at`
 * @param at UTC instant
 * @param name of the fork: its facts are told apart by it
 */
export function foldOnto(book: Book, drafts: readonly FactDraft[], at: string, name: string): Book {
  if (drafts.length === 0) return book;
  const facts = drafts.map((draft, i) => ({
    ...draft,
    id: `${name}#${i}`,
    recorded: at,
    at: draft.at ?? at,
  }));
  let { context } = book;
  if (facts.some(isTimeless)) {
    context = {
      entities: new Map(context.entities),
      densities: new Map(context.densities),
      empties: new Map(context.empties),
      spans: new Map(context.spans),
      derived: new Map(),
    };
    for (const fact of facts) if (isTimeless(fact)) learnContext(context, fact);
  }
  const fold = new Fold(context, copyState(book.state));
  for (const fact of facts) applyFact(fold, fact);
  return { context, state: fold.snapshot() };
}
