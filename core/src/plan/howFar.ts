import { areaDm2 } from '../area';
import { daysBetween } from '../time';
import { slotView } from '../advice';
import { settingsOf, type Book } from '../ledger';
import { forecastInk } from './forecastInk';

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
  const date = forecastInk(book, printerId, at, 0, 'rhythm')?.reserveAt.find((one) => one.slotId === slotId);
  const { widthMm, heightMm } = settingsOf(book.context).standardSheet;
  return {
    days: date?.median ? daysBetween(at, date.median) : null,
    sheets: advice.safeSheets,
    dm2: areaDm2({ widthMm, heightMm }, advice.safeSheets),
  };
}
