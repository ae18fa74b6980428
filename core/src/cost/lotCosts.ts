import { DRAWN } from '../account';
import { find, lotsIn, priceOfLot, type Book } from '../ledger';
import type { PrinterCost } from './printerCost';

/** Ink of one lot that was drawn or lost, at its own price. */
export interface LotCost {
  /** A bottle's id, or `original`, `unknown`, `flush`. */
  readonly lot: string;
  readonly ml: number;
  /** Minor units a ml, and in all; null: unknown. */
  readonly perMl: number | null;
  readonly minor: number | null;
}

/**
 * What a channel's sum, or what was lost by hand in all of them, consists of: ink by lot, most first.
 *
 * @param slotId whose ink was drawn; null: lost by hand, in all channels
 * @returns lots whose sums are the cost's own
 */
export function lotCosts(book: Book, cost: PrinterCost, slotId: string | null): LotCost[] {
  const printer = find(book.context, 'printer', cost.printerId)!;
  const sums = new Map<string, { ml: number; minor: number | null; perMl: number | null }>();
  cost.channels.forEach((channel, i) => {
    if (slotId !== null && channel.slotId !== slotId) return;
    for (const entry of channel.entries) {
      if (DRAWN.has(entry.cause) === (slotId === null)) continue;
      for (const { lot, ml } of entry.mixes.flatMap(lotsIn)) {
        const perMl = priceOfLot(book.context, lot, printer.slots[i]!);
        const before = sums.get(lot) ?? { ml: 0, minor: 0, perMl };
        sums.set(lot, {
          ml: before.ml + ml,
          minor: before.minor === null || perMl === null ? null : before.minor + ml * perMl,
          perMl: before.perMl === perMl ? perMl : null,
        });
      }
    }
  });
  return [...sums]
    .filter(([, { ml }]) => Math.abs(ml) >= 1e-6)
    .map(([lot, sum]) => ({ lot, ...sum }))
    .sort((a, b) => b.ml - a.ml);
}
