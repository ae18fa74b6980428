import { positionAt } from '../exposure';
import type { Book } from '../ledger';

export interface PrintSize {
  readonly subjectId: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly copies: number;
}

type Sizes = Map<number, { -readonly [K in keyof PrintSize]: PrintSize[K] }>;

/**
 * Kinds and sizes of print in a period, most copies first; pictures that were measured are of their kind.
 *
 * @param counts which prints, by their place in the timeline
 */
export function printSizes(
  book: Book,
  printerId: string,
  from: string,
  to: string,
  counts: (place: number) => boolean,
): PrintSize[] {
  const timeline = book.state.printers.get(printerId)?.timeline;
  if (!timeline) return [];
  // By subject, then by size: no key is put together for each print.
  const found = new Map<string, Sizes>();
  const end = positionAt(timeline, to);
  for (let i = positionAt(timeline, from); i < end; i++) {
    const event = timeline.items[i]!;
    if ((event.type !== 'job' && event.type !== 'image') || event.copies === 0 || !counts(i)) continue;
    const { subjectId, widthMm, heightMm } = event;
    let sizes = found.get(subjectId);
    if (!sizes) found.set(subjectId, (sizes = new Map() as Sizes));
    const key = widthMm * 1e6 + heightMm;
    const known = sizes.get(key);
    if (known) known.copies += event.copies;
    else sizes.set(key, { subjectId, widthMm, heightMm, copies: event.copies });
  }
  return [...found.values()].flatMap((sizes) => [...sizes.values()]).sort((a, b) => b.copies - a.copies);
}
