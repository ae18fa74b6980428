import { areaDm2 } from '../area';
import { positionAt } from '../exposure';
import { demandBySlot } from '../image';
import type { Book } from '../ledger';
import type { FactOf } from '../workbook';
import { printCost } from './printCost';
import type { PrinterCost } from './printerCost';

/** What a logged job took and cost, all its copies. */
export interface CostOfPrint {
  /** Ink that reached paper, as the learnt use foretells it where its own is not on the books, ml. */
  readonly ml: number;
  /** Standard uncertainty of it, ml. */
  readonly mlU: number;
  /** With its share of waste, chips, consumables and kit, minor units; null: a price is unknown, or its ink is not on the books. */
  readonly refillMinor: number | null;
  /** What the originals would have cost for it; null: a price is unknown. */
  readonly originalMinor: number | null;
}

/**
 * Of each job in the log: what it took, what it cost, and what originals would have cost for it. Jobs of a kind, size and paper
 * cost alike; a picture that was measured goes by what it asks for itself. One that the cost leaves out, since nobody knows its
 * ink, has none here either: the rest together are the cost.
 *
 * @param costs of the printers whose jobs they are, from `printerCost`; jobs of other printers are left out
 * @returns by the fact's id
 */
export function costOfPrints(
  book: Book,
  costs: readonly PrinterCost[],
  prints: readonly FactOf<'printed'>[],
): ReadonlyMap<string, CostOfPrint> {
  const byPrinter = new Map(costs.map((cost) => [cost.printerId, cost]));
  const ofKind = new Map<string, ReturnType<typeof printCost>>();
  const found = new Map<string, CostOfPrint>();
  for (const print of prints) {
    const cost = byPrinter.get(print.printerId);
    if (!cost) continue;
    const timeline = book.state.printers.get(print.printerId)?.timeline;
    const counts = timeline !== undefined && cost.account.coverage.has(positionAt(timeline, print.at));
    const dm2 = areaDm2(print);
    const { subjectId, paperId, copies } = print;
    const kind = print.demand ? null : JSON.stringify([print.printerId, subjectId, dm2, paperId ?? null]);
    const one =
      (kind !== null && ofKind.get(kind)) ||
      printCost(book, cost, subjectId, dm2, {
        demand: print.demand && demandBySlot(print.demand),
        paperId,
      });
    if (kind !== null) ofKind.set(kind, one);
    // Copies of one picture are wrong alike.
    found.set(print.id, {
      ml: copies * one.ml.value,
      mlU: copies * one.ml.u,
      refillMinor: counts && one.refill ? copies * one.refill.value : null,
      originalMinor: counts && one.original ? copies * one.original.value : null,
    });
  }
  return found;
}
