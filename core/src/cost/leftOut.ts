import { listOf } from '../exposure';
import type { Book } from '../ledger';
import type { PurchaseKind } from '../workbook';

/** What may stand in a cost beside ink, in the order in which it usually weighs. */
const OPTIONAL: readonly PurchaseKind[] = [
  'kit',
  'chips',
  'consumables',
  'work',
  'wear',
  'paper',
  'electricity',
  'disposal',
];

/**
 * What was never entered, and so is in none of a printer's costs: to be named beside them.
 *
 * @returns kinds without an entry for this printer or for all
 */
export function leftOut(book: Book, printerId: string): PurchaseKind[] {
  const entered = new Set(
    listOf(book.state.purchases)
      .filter((purchase) => purchase.printerId === null || purchase.printerId === printerId)
      .map(({ what }) => what),
  );
  // A kit may have been bought in its parts.
  if (entered.has('cartridges') || entered.has('tools')) entered.add('kit');
  return OPTIONAL.filter((what) => !entered.has(what));
}
