import type { Facts } from './FactsById';
import { sameFact } from './sameFact';
import type { Fact } from './schema';

export interface Merge {
  /** Facts that the workbook does not have yet. */
  readonly added: readonly Fact[];
  readonly already: number;
  /** Same id, other content: someone edited a file by hand. Nothing is overwritten. */
  readonly conflicts: readonly { readonly id: string; readonly kind: string }[];
}

/** Facts compared between two chances to pause. */
const SLICE = 1000;

/**
 * What a file would bring into a workbook, slice by slice: whoever iterates may pause in between. Facts are never edited, so merging
 * is a union by id.
 *
 * @param have the workbook's facts, by id
 * @param incoming the file's facts
 * @returns what is new, what is known already, and what contradicts
 */
export function* mergeFacts(
  have: Pick<Facts, 'get'>,
  incoming: readonly Fact[],
): Generator<void, Merge, void> {
  const added: Fact[] = [];
  const conflicts: { id: string; kind: string }[] = [];
  let already = 0;
  for (let i = 0; i < incoming.length; i++) {
    const fact = incoming[i]!;
    const mine = have.get(fact.id);
    if (!mine) added.push(fact);
    else if (sameFact(mine, fact)) already += 1;
    else conflicts.push({ id: fact.id, kind: fact.kind });
    if (i % SLICE === SLICE - 1) yield;
  }
  return { added, already, conflicts };
}
