import { ONE_SIDED } from '../numeric';
import { areaDm2 } from '../area';
import { DAY_MS } from '../time';
import { jobOfPlanned } from './jobOfPlanned';
import { slotView, type NotKnown } from '../advice';
import { switchesIn } from './switchesIn';
import { plannedJobs, sparedSlots, type Book } from '../ledger';
import { NO_EXPOSURE } from '../exposure';
import type { Uncertain } from '../quantity';
import { drawOf, queueUse } from '../usage';
import { RHYTHM_DRIFT, rhythmOf, type Rhythm, type RhythmChannel } from './rhythm';

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

/** What it is foretold by: the usual rhythm, the jobs that are planned, or these on top of the rhythm (the safe bound). */
export type ForecastBy = 'rhythm' | 'both' | 'jobs';

/**
 * Each channel's ink over the coming weeks, with an interval that widens: the ink's own doubt, the learnt use's, the scatter
 * of weeks, that people's rhythm drifts, and the doubt of the pictures that are planned. What changes of the other cartridges draw
 * from it is in it, as often as they came.
 *
 * @param at UTC instant from which it looks ahead
 * @param weeks how far, one point a week and one at each planned job
 * @param by the usual rhythm, the planned jobs, or both
 * @returns null when there is no rhythm yet
 */
export function forecastInk(
  book: Book,
  printerId: string,
  at: string,
  weeks: number,
  by: ForecastBy = 'both',
): InkForecast | null {
  const rhythm = rhythmOf(book, printerId, at);
  if (!rhythm) return null;
  const pace = by === 'jobs' ? 0 : 1;
  const points: InkPoint[] = [];
  const reserveAt: ReserveDate[] = [];
  rhythm.channels.forEach((channel) => {
    const { slot, changeMl: changes, useU } = channel;
    // The one advice of every place: what it does not know has no date, and what it forbids to print is due now.
    const { cartridge, advice } = slotView(book, printerId, slot.id, at)!;
    const ink = cartridge?.ink;
    if (!ink || advice.notKnown !== null) {
      reserveAt.push({ slotId: slot.id, median: null, low: null, high: null, notKnown: advice.notKnown });
      return;
    }
    const { reserveMl } = cartridge;
    const mean = pace * (channel.meanMl + changes);
    // Changes come as they come: their number scatters as numbers do.
    const each = drawOf(rhythm.model, slot.id, 'change').value;
    const spread = pace * (spreadOf(rhythm, channel) + changes * each);
    const steps = by === 'rhythm' ? [] : jobSteps(book, rhythm, slot.id, at);
    const jobs = (days: number): Uncertain => steps.findLast((step) => step.days <= days)?.use ?? NO_USE;
    const left = (days: number): number => ink.value - days * mean - jobs(days).value;
    const sd = (days: number): number =>
      Math.sqrt(
        ink.u ** 2 + (days * mean) ** 2 * (useU ** 2 + RHYTHM_DRIFT ** 2) + days * spread + jobs(days).u ** 2,
      );
    const last = 7 * weeks;
    const marks = new Set(Array.from({ length: weeks + 1 }, (_, week) => 7 * week));
    for (const { days } of steps) if (days <= last) marks.add(days);
    for (const days of [...marks].sort((a, b) => a - b)) {
      const value = left(days);
      const half = ONE_SIDED * sd(days);
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
      const side = (days: number): number => left(days) + z * sd(days);
      if (side(high) > reserveMl) return null;
      while (high - low > 0.02) {
        const middle = (low + high) / 2;
        if (side(middle) > reserveMl) low = middle;
        else high = middle;
      }
      return new Date(Date.parse(at) + high * DAY_MS).toISOString();
    };
    const due = advice.safeSheets === 0 && advice.urgency === 'now';
    reserveAt.push(
      due
        ? { slotId: slot.id, median: at, low: at, high: at, notKnown: null }
        : { slotId: slot.id, median: when(0), low: when(-ONE_SIDED), high: when(ONE_SIDED), notKnown: null },
    );
  });
  return { points, reserveAt };
}

const NO_USE: Uncertain = { value: 0, u: 0 };

/** What the planned jobs have drawn from a channel after so many days, each job added to those before it. */
function jobSteps(
  book: Book,
  { printer, model }: Rhythm,
  slotId: string,
  at: string,
): { readonly days: number; readonly use: Uncertain }[] {
  const planned = plannedJobs(book, printer.id)
    .map((planned) => {
      const { copies, widthMm, heightMm, paperId, ...job } = jobOfPlanned(planned);
      const { by } = planned.job;
      return {
        ...job,
        paperId,
        dm2: areaDm2({ widthMm, heightMm }, copies),
        spares: sparedSlots(book.context, printer.id, paperId),
        days: by ? Math.max(0, (Date.parse(by) - Date.parse(at)) / DAY_MS) : 0,
      };
    })
    .sort((a, b) => a.days - b.days);
  return planned.map(({ days }, i) => ({
    days,
    use: queueUse(model, slotId, planned.slice(0, i + 1), {
      ...NO_EXPOSURE,
      switched: switchesIn(book, printer, planned.slice(0, i + 1)).get(slotId) ?? 0,
    }).use,
  }));
}

/** Variance of a day's use beyond its mean, as weeks show it (days hang together), ml² a day. */
function spreadOf({ model }: Rhythm, { dayUse, meanMl }: RhythmChannel): number {
  const weeks = Array.from({ length: Math.floor(dayUse.length / 7) }, (_, week) =>
    dayUse.slice(7 * week, 7 * week + 7).reduce((sum, ml) => sum + ml, 0),
  );
  if (weeks.length < 3) return (7 * meanMl) ** 2 / 7;
  const mean = weeks.reduce((a, b) => a + b, 0) / weeks.length;
  const variance = weeks.reduce((a, b) => a + (b - mean) ** 2, 0) / (weeks.length - 1);
  // The pictures' own scatter, which a forecast from areas does not show.
  return variance / 7 + 0.35 * model.scatter ** 2 * mean * (mean / 7);
}
