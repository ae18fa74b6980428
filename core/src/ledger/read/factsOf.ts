import type { Fact, FactKind, FactOf } from '../../workbook';
import type { Snapshot } from '../Ledger';

interface Index {
  readonly length: number;
  readonly byKind: ReadonlyMap<FactKind, readonly Fact[]>;
}
/** By the list of a snapshot, which stays; a list that grew is sorted out anew. */
const indexes = new WeakMap<readonly Fact[], Index>();

/** The counting facts of one kind, in order of happening: a log of years is gone through once for all kinds. */
export function factsOf<K extends FactKind>(book: Pick<Snapshot, 'facts'>, kind: K): readonly FactOf<K>[] {
  const { facts } = book;
  let index = indexes.get(facts);
  if (index?.length !== facts.length) {
    const byKind = new Map<FactKind, Fact[]>();
    for (const fact of facts) {
      const list = byKind.get(fact.kind);
      if (list) list.push(fact);
      else byKind.set(fact.kind, [fact]);
    }
    indexes.set(facts, (index = { length: facts.length, byKind }));
  }
  return (index.byKind.get(kind) ?? []) as readonly FactOf<K>[];
}
