import { positionAt } from '../exposure';
import type { Book } from '../ledger';

/** What was printed of one kind of picture. */
export interface PrintedArea {
  /** null: pictures whose own demand was measured. */
  readonly subjectId: string | null;
  readonly dm2: number;
  readonly copies: number;
  readonly jobs: number;
  /** UTC. */
  readonly firstAt: string;
}

/**
 * Prints of a printer in a period, by kind of picture.
 *
 * @param from and to: UTC instants; the start belongs to the period, its end does not
 * @param counts which of them, by their place in the timeline
 */
export function printedIn(
  book: Book,
  printerId: string,
  from: string,
  to: string,
  counts: (place: number) => boolean = () => true,
): PrintedArea[] {
  const timeline = book.state.printers.get(printerId)?.timeline;
  if (!timeline) return [];
  const found = new Map<string | null, { dm2: number; copies: number; jobs: number; firstAt: string }>();
  const end = positionAt(timeline, to);
  for (let i = positionAt(timeline, from); i < end; i++) {
    const event = timeline.items[i]!;
    if ((event.type !== 'job' && event.type !== 'image') || !counts(i)) continue;
    const subjectId = event.type === 'job' ? event.subjectId : null;
    let sum = found.get(subjectId);
    if (!sum) found.set(subjectId, (sum = { dm2: 0, copies: 0, jobs: 0, firstAt: event.at }));
    sum.dm2 += event.dm2;
    sum.copies += event.copies;
    sum.jobs += 1;
  }
  return [...found].map(([subjectId, sum]) => ({ subjectId, ...sum }));
}
