import { areaDm2 } from '../area';
import { NO_EXPOSURE, type Exposure } from '../exposure';
import { settingsOf, type Book } from '../ledger';

/** The usual mix is what the last so many jobs were. */
const JOBS = 400;
/** A picture of which nothing is known. */
export const ANY_SUBJECT = '';

/**
 * Exposure of one standard sheet of what a printer usually prints: its last jobs' kinds of picture, in proportion.
 *
 * @param dm2 area of the sheet; the settings' standard sheet when not given
 */
export function meanSheet(book: Book, printerId: string, dm2 = standardDm2(book)): Exposure {
  const timeline = book.state.printers.get(printerId)?.timeline;
  const areas = new Map<string, number>();
  let total = 0;
  let jobs = 0;
  for (let i = (timeline?.length ?? 0) - 1; i >= 0 && jobs < JOBS; i--) {
    const event = timeline!.items[i]!;
    // A picture that was measured is of a kind, too.
    if (event.type !== 'job' && event.type !== 'image') continue;
    jobs += 1;
    areas.set(event.subjectId, (areas.get(event.subjectId) ?? 0) + event.dm2);
    total += event.dm2;
  }
  if (total === 0) areas.set(ANY_SUBJECT, (total = 1));
  return {
    ...NO_EXPOSURE,
    areas: [...areas]
      .map(([subjectId, area]) => ({
        subjectId,
        dm2: (dm2 * area) / total,
        squares: (dm2 * dm2 * area) / total,
      }))
      .sort((a, b) => (a.subjectId < b.subjectId ? -1 : 1)),
  };
}

export function standardDm2(book: Book): number {
  const { standardSheet } = settingsOf(book.context);
  return areaDm2(standardSheet);
}
