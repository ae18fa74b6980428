import type { Uncertain } from '../../quantity';
import type { Book } from '../Ledger';
import { scaleFor } from './scaleFor';
import { scaleReading } from './scaleReading';

/** What a weighing records of the mass: corrected, with its u, and the scale it was read on. */
export interface MassReading {
  readonly massG: Uncertain;
  readonly scaleId?: string;
  /** Where only an interval is known: its ends, g; `massG` then holds its middle. */
  readonly range?: [number, number];
}

/**
 * What a number read off a scale says, ready for a `weighed` fact.
 *
 * @param book with the scales that are in use, and their reference checks
 * @param shownG what the scale showed, g
 * @param scaleId the scale that was used; when nobody said, the one it was most likely read on (`scaleFor`)
 */
export function readMass(book: Book, shownG: number, scaleId?: string | null): MassReading {
  const id = scaleId ?? scaleFor(book, shownG)?.id;
  return { massG: scaleReading(book.context, id, shownG), ...(id === undefined ? {} : { scaleId: id }) };
}
