import { inkByMass, type Estimate, type Uncertain } from '../../quantity';
import { bodyOf } from '../define/context';
import type { Book } from '../Ledger';
import { densityInside } from './inkNow';

/**
 * Ink that a mass would mean for a cartridge, for messages and previews.
 *
 * @returns null when the cartridge is unknown
 */
export function inkByWeight(book: Book, cartridgeId: string, massG: Uncertain, at: string): Estimate | null {
  const body = bodyOf(book.context, cartridgeId);
  return body ? inkByMass(massG, body.emptyG, densityInside(book, body, at)) : null;
}
