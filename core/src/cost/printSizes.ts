import { positionAt } from '../exposure';
import type { Book } from '../ledger';

export interface PrintSize {
  readonly subjectId: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly copies: number;
}

/** Kinds and sizes of print in a period, most copies first; pictures that were measured are of their kind. */
export function printSizes(book: Book, printerId: string, from: string, to: string): PrintSize[] {
  const timeline = book.state.printers.get(printerId)?.timeline;
  if (!timeline) return [];
  const found = new Map<string, PrintSize>();
  const end = positionAt(timeline, to);
  for (let i = positionAt(timeline, from); i < end; i++) {
    const event = timeline.items[i]!;
    if ((event.type !== 'job' && event.type !== 'image') || event.copies === 0) continue;
    const key = `${event.widthMm}x${event.heightMm}\u0000${event.subjectId}`;
    const known = found.get(key);
    found.set(key, {
      subjectId: event.subjectId,
      widthMm: event.widthMm,
      heightMm: event.heightMm,
      copies: (known?.copies ?? 0) + event.copies,
    });
  }
  return [...found.values()].sort((a, b) => b.copies - a.copies);
}
