import type { Book } from '../ledger';
import { goingIn, type GoingInProblem } from './goingIn';

/** These would bring air, water or a leak into a printer; a port or a chip is seen to at the door. */
const UNFIT: ReadonlySet<GoingInProblem['code']> = new Set([
  'isRetired',
  'rejected',
  'neverFilled',
  'nothingInside',
  'wet',
]);

/**
 * May it be offered to go into a printer at all, whatever is still asked at the door?
 *
 * @param at UTC instant
 */
export const isFitToGoIn = (book: Book, cartridgeId: string, at: string): boolean =>
  goingIn(book, cartridgeId, at).every(({ code }) => !UNFIT.has(code));
