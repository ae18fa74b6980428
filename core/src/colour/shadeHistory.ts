import { find, slotFor, type Book } from '../ledger';
import { compareShades, type ShadeVerdict } from './compareShades';
import { shadeSeries } from './shadeSets';

/** One measuring of the refill, as far as it speaks of a cartridge's channel. */
export interface ShadeLook {
  readonly factId: string;
  readonly at: string;
  /** Bottle whose ink was in the channel then; null: not noted. */
  readonly bottleId: string | null;
  readonly paperId: string | null;
  /** Against the newest original measured before or after it; null: there is none to compare with. */
  readonly mean: number | null;
  readonly verdict: ShadeVerdict | null;
}

/**
 * What was measured of the printer's shades while it printed with refills, beside the lots that stood in this cartridge's
 * channel: the history that belongs to its mixture.
 *
 * @returns newest first; empty for a cartridge without a printer
 */
export function shadeHistory(book: Book, cartridgeId: string): ShadeLook[] {
  const cartridge = find(book.context, 'cartridge', cartridgeId);
  const seat = book.state.cartridges.get(cartridgeId)?.seat;
  const home = cartridge && slotFor(book.context, cartridge);
  const printerId = seat?.printerId ?? home?.printer.id;
  const slotId = seat?.slotId ?? home?.slot.id;
  if (!printerId || !slotId) return [];
  return shadeSeries(book, printerId)
    .flatMap(({ sets }) => {
      const fresh = sets.filter(({ display }) => display === null || display.months === 0);
      const original = fresh.findLast(({ ink }) => ink === 'original');
      return fresh
        .filter(({ ink }) => ink === 'refill')
        .map((set): ShadeLook => {
          const found = original ? compareShades(original.patches, set.patches) : null;
          return {
            factId: set.factId,
            at: set.at,
            bottleId: set.lots.find((lot) => lot.slotId === slotId)?.bottleId ?? null,
            paperId: set.paperId,
            mean: found?.mean ?? null,
            verdict: found?.verdict ?? null,
          };
        });
    })
    .sort((a, b) => (a.at < b.at ? 1 : -1));
}
