import { slotView } from '../advice';
import type { Book } from '../ledger';
import { ONE_SIDED } from '../numeric';
import { RHYTHM_DRIFT, rhythmOf } from './rhythm';

export interface CalendarDose {
  readonly slotId: string;
  readonly name: string;
  readonly cartridgeId: string;
  /** What it takes in one interval at the usual rhythm, to a tenth of a ml. */
  readonly ml: number;
  /** Its standard uncertainty, ml. */
  readonly u: number;
  /** This time: up to its target, by the log; null: its ink is not known. */
  readonly nowMl: number | null;
  /** After so many doses in a row the doubt has used up its room, and it has to be weighed; at least 1. */
  readonly weighAfter: number;
}

const MOST_DOSES = 52;
/** Less is not worth a needle. */
const LEAST_ML = 0.1;

/**
 * The same small top-up every so many days: its size by the usual rhythm, and for how many times it may be trusted before a
 * weighing. It stands no fuller than its maximum and no emptier than its reserve, with 95 %.
 *
 * @param at UTC instant
 * @param everyDays days from dose to dose
 * @returns null while there is no rhythm to go by
 */
export function calendarDose(
  book: Book,
  printerId: string,
  at: string,
  everyDays: number,
): CalendarDose[] | null {
  const rhythm = rhythmOf(book, printerId, at);
  if (!rhythm) return null;
  return rhythm.channels.flatMap(({ slot, meanMl, useU }): CalendarDose[] => {
    const { cartridge, advice } = slotView(book, printerId, slot.id, at)!;
    if (!cartridge) return [];
    const ml = Math.round(10 * everyDays * meanMl) / 10;
    const u = ml * Math.hypot(useU, RHYTHM_DRIFT);
    const room = Math.min(
      cartridge.maxMl - cartridge.targetMl,
      cartridge.targetMl - ml - cartridge.reserveMl,
    );
    const ink = advice.notKnown === null ? cartridge.ink : null;
    return [
      {
        slotId: slot.id,
        name: slot.name,
        cartridgeId: cartridge.body.cartridge.id,
        ml: ml < LEAST_ML ? 0 : ml,
        u,
        nowMl: ink ? Math.max(0, cartridge.targetMl - ink.value) : null,
        // The learnt use errs the same way each time: the doubt grows with the number of doses.
        weighAfter: Math.max(1, Math.min(MOST_DOSES, Math.floor(room / Math.max(1e-9, ONE_SIDED * u)))),
      },
    ];
  });
}
