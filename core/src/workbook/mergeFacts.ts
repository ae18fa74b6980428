import type { Fact } from './schema';

export interface Merge {
  /** Facts that the workbook does not have yet. */
  readonly added: readonly Fact[];
  readonly already: number;
  /** Same id, other content: someone edited a file by hand. Nothing is overwritten. */
  readonly conflicts: readonly { readonly id: string; readonly kind: string }[];
}

/**
 * What a file would bring into a workbook. Facts are never edited, so merging is a union by id.
 *
 * @param have the workbook's facts
 * @param incoming the file's facts
 * @returns what is new, what is known already, and what contradicts
 */
export function mergeFacts(have: readonly Fact[], incoming: readonly Fact[]): Merge {
  const known = new Map(have.map((fact) => [fact.id, fact]));
  const added: Fact[] = [];
  const conflicts: { id: string; kind: string }[] = [];
  let already = 0;
  for (const fact of incoming) {
    const mine = known.get(fact.id);
    if (!mine) added.push(fact);
    else if (canonical(mine) === canonical(fact)) already += 1;
    else conflicts.push({ id: fact.id, kind: fact.kind });
  }
  return { added, already, conflicts };
}

function canonical(value: unknown): string {
  return JSON.stringify(value, (_key, part: unknown) =>
    typeof part === 'object' && part !== null && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  );
}
