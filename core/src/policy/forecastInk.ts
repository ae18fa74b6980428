import { slotView, type NotKnown } from '../advice';
import type { Book } from '../ledger';
import { rhythmOf, type Rhythm } from './rhythm';

/** 90 % of a normal lies within so many standard deviations. */
const NINETY = 1.645;
const DAY_MS = 86_400_000;
/** People's seasons differ from the last half year by about this much. */
const RHYTHM_DRIFT = 0.15;
const MOST_DAYS = 3650;

export interface InkPoint {
  readonly slotId: string;
  readonly at: string;
  readonly inkMl: number;
  /** 90 % interval, ml. */
  readonly low: number;
  readonly high: number;
}

export interface ReserveDate {
  readonly slotId: string;
  /** UTC day on which it comes to its reserve at the usual rhythm, and its 90 % interval; null: not within ten years, or not known. */
  readonly median: string | null;
  readonly low: string | null;
  readonly high: string | null;
  /** Why it is not known how far its ink goes; null: it is. */
  readonly notKnown: NotKnown | null;
}

export interface InkForecast {
  readonly points: readonly InkPoint[];
  readonly reserveAt: readonly ReserveDate[];
}

/**
 * Each channel's ink over the coming weeks at the usual rhythm, with an interval that widens: the ink's own doubt, the learnt
 * use's, the scatter of weeks, and that people's rhythm drifts.
 *
 * @param at UTC instant from which it looks ahead
 * @param weeks how far, one point a week
 * @returns null when there is no rhythm yet
 */
export function forecastInk(book: Book, printerId: string, at: string, weeks: number): InkForecast | null {
  const rhythm = rhythmOf(book, printerId, at);
  if (!rhythm) return null;
  const points: InkPoint[] = [];
  const reserveAt: ReserveDate[] = [];
  rhythm.printer.slots.forEach((slot, s) => {
    // The one advice of every place: what it does not know has no date, and what it forbids to print is due now.
    const { cartridge, advice } = slotView(book, printerId, slot.id, at)!;
    const ink = cartridge?.ink;
    if (!ink || advice.notKnown !== null) {
      reserveAt.push({ slotId: slot.id, median: null, low: null, high: null, notKnown: advice.notKnown });
      return;
    }
    const { reserveMl } = cartridge;
    const mean = rhythm.meanMl[s]!;
    const spread = spreadOf(rhythm, s);
    const sd = (days: number): number =>
      Math.sqrt(ink.u ** 2 + (days * mean) ** 2 * (rhythm.useU[s]! ** 2 + RHYTHM_DRIFT ** 2) + days * spread);
    for (let week = 0; week <= weeks; week++) {
      const days = 7 * week;
      const value = ink.value - days * mean;
      const half = NINETY * sd(days);
      points.push({
        slotId: slot.id,
        at: new Date(Date.parse(at) + days * DAY_MS).toISOString(),
        inkMl: Math.max(0, value),
        low: Math.max(0, value - half),
        high: Math.max(0, value + half),
      });
    }
    const when = (z: number): string | null => {
      // The first day on which the ink at this side of its interval is at the reserve.
      let low = 0;
      let high = MOST_DAYS;
      const at_ = (days: number): number => ink.value - days * mean + z * sd(days);
      if (at_(high) > reserveMl) return null;
      while (high - low > 0.02) {
        const middle = (low + high) / 2;
        if (at_(middle) > reserveMl) low = middle;
        else high = middle;
      }
      return new Date(Date.parse(at) + high * DAY_MS).toISOString();
    };
    const due = advice.safeSheets === 0 && advice.urgency === 'now';
    reserveAt.push(
      due
        ? { slotId: slot.id, median: at, low: at, high: at, notKnown: null }
        : { slotId: slot.id, median: when(0), low: when(-NINETY), high: when(NINETY), notKnown: null },
    );
  });
  return { points, reserveAt };
}

/** Variance of a day's use beyond its mean, as weeks show it (days hang together), ml² a day. */
function spreadOf(rhythm: Rhythm, slot: number): number {
  const weeks: number[] = [];
  for (let i = 0; i + 7 <= rhythm.dayUse.length; i += 7) {
    let sum = 0;
    for (let j = 0; j < 7; j++) sum += rhythm.dayUse[i + j]![slot]!;
    weeks.push(sum);
  }
  if (weeks.length < 3) return (7 * rhythm.meanMl[slot]!) ** 2 / 7;
  const mean = weeks.reduce((a, b) => a + b, 0) / weeks.length;
  const variance = weeks.reduce((a, b) => a + (b - mean) ** 2, 0) / (weeks.length - 1);
  // The pictures' own scatter, which a forecast from areas does not show.
  return variance / 7 + 0.35 * rhythm.model.scatter ** 2 * mean * (mean / 7);
}
