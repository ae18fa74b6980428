import type { Fact, FactKind, FactOf } from '../../workbook';
import type { Snapshot } from '../Ledger';

interface Found {
  readonly length: number;
  readonly byKind: Map<FactKind, readonly Fact[]>;
}
/** By the list of a snapshot, which stays; a list that grew is gone through anew. */
const known = new WeakMap<readonly Fact[], Found>();

/** The counting facts of one kind, in order of happening: a log of years is gone through once for each kind that is asked for. */
export function factsOf<K extends FactKind>(book: Pick<Snapshot, 'facts'>, kind: K): readonly FactOf<K>[] {
  const { facts } = book;
  let found = known.get(facts);
  if (found?.length !== facts.length)
    known.set(facts, (found = { length: facts.length, byKind: new Map<FactKind, readonly Fact[]>() }));
  let mine = found.byKind.get(kind);
  if (!mine) found.byKind.set(kind, (mine = facts.filter((fact) => fact.kind === kind)));
  return mine as readonly FactOf<K>[];
}
