import { slotView } from '../advice';
import { settingsOf, type Book } from '../ledger';
import { rhythmOf } from './rhythm';

/** How far a channel's ink goes, down to its reserve. */
export interface HowFar {
  /** At the printer's usual rhythm; null: it was not used for two weeks yet, or does not draw this ink. */
  readonly days: number | null;
  /** Standard sheets of the usual mix that are safe at 95 %, and their area, dm². */
  readonly sheets: number;
  readonly dm2: number;
}

/**
 * How far the ink of a slot goes: in days as it is mostly used, in sheets and area as it is safe.
 *
 * @param at UTC instant
 * @returns null where that is not known
 */
export function howFar(book: Book, printerId: string, slotId: string, at: string): HowFar | null {
  const view = slotView(book, printerId, slotId, at);
  const { cartridge, advice } = view ?? {};
  if (!view || !cartridge?.ink || !advice || advice.safeSheets === null) return null;
  const rhythm = rhythmOf(book, printerId, at);
  const place = view.printer.slots.findIndex(({ id }) => id === slotId);
  const perDay = rhythm?.meanMl[place] ?? 0;
  const { widthMm, heightMm } = settingsOf(book.context).standardSheet;
  return {
    days: perDay > 1e-6 ? Math.max(0, cartridge.ink.value - cartridge.reserveMl) / perDay : null,
    sheets: advice.safeSheets,
    dm2: (advice.safeSheets * widthMm * heightMm) / 10_000,
  };
}
