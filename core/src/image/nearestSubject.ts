import { all, find, modelOf, type Book } from '../ledger';
import { coefficientPerDm2 } from '../usage';
import type { ChannelDemand } from './imageDemand';

export interface NearSubject {
  readonly subjectId: string;
  /** Root mean square of the channels' differences, ml/dm²; 0: alike. */
  readonly distance: number;
}

/**
 * The kind of picture whose learnt use is most like what a picture asks for: its amount and how it is shared by the channels.
 *
 * @returns nearest first; empty while the printer has taught nothing
 */
export function nearestSubject(
  book: Book,
  printerId: string,
  demand: readonly ChannelDemand[],
): NearSubject[] {
  const printer = find(book.context, 'printer', printerId);
  const model = modelOf(book, printerId);
  if (!printer || !model) return [];
  const wants = demand.map(({ mlPerDm2 }) => mlPerDm2);
  const kinds = all(book.context, 'subject')
    // Only what was learnt here tells one kind from another.
    .filter(({ id }) => [...model.channels.values()].some((channel) => channel.subjects.has(id)))
    .map(({ id }) => ({
      subjectId: id,
      takes: demand.map(({ slotId }) => coefficientPerDm2(model, slotId, id).value),
    }));
  return kinds
    .map(({ subjectId, takes }) => ({
      subjectId,
      distance: Math.sqrt(
        takes.reduce((sum, ml, s) => sum + (ml - wants[s]!) ** 2, 0) / Math.max(1, takes.length),
      ),
    }))
    .sort((a, b) => a.distance - b.distance);
}
