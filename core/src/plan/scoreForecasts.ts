import { all, intervalsOf, leakFound, modelOf, type Book } from '../ledger';
import { COVERAGE } from '../numeric';
import type { PrinterModel } from '../usage';
import { forecastError } from './forecastError';

export interface ScoredInterval {
  readonly printerId: string;
  readonly slotId: string;
  readonly cartridgeId: string;
  readonly from: string;
  readonly to: string;
  readonly foretoldMl: number;
  readonly u: number;
  readonly low: number;
  readonly high: number;
  readonly usedMl: number;
  readonly usedU: number;
  /** Does what was weighed lie within the 95 % interval of forecast and weighings together? */
  readonly inside: boolean;
  /** Taught nothing: explained away, or one of an interval that is wrong. */
  readonly leftOut: boolean;
}

/** How well one printer was foretold, and what was seen to change in it. */
export interface PrinterScore {
  readonly id: string;
  /** Intervals that count. */
  readonly count: number;
  /** Share of them that lie inside; null when there are none. */
  readonly inside: number | null;
  /** Sum of |used − foretold| over all that was used; null when nothing was. */
  readonly error: number | null;
  readonly gain: number;
  readonly changes: PrinterModel['changes'];
  readonly missing: PrinterModel['missing'];
  /** Cartridges whose weights tell of a leak at rest that nobody has looked at yet. */
  readonly leaks: PrinterModel['leaks'];
  /** Cleanings a day that nobody logs; 0 until enough speaks for them. */
  readonly unseenCleanings: number;
}

export interface Score {
  readonly intervals: readonly ScoredInterval[];
  /** Share of the intervals that count which lie inside; null when there are none. */
  readonly inside: number | null;
  readonly printers: readonly PrinterScore[];
}

/** The record of all forecasts: each closed interval's use as it would have been foretold, beside what the scale then said. */
export function scoreForecasts(book: Book): Score {
  const intervals: ScoredInterval[] = [];
  const printers = all(book.context, 'printer').map((printer) => {
    const model = modelOf(book, printer.id)!;
    const cartridgeOf = new Map(
      intervalsOf(book, printer.id).map((interval) => [interval.factId, interval.cartridgeId]),
    );
    const own = model.records.map((record): ScoredInterval => {
      const half = COVERAGE * record.foretold.u;
      return {
        printerId: printer.id,
        slotId: record.slotId,
        cartridgeId: cartridgeOf.get(record.factId) ?? '',
        from: record.from,
        to: record.to,
        foretoldMl: record.foretold.value,
        u: record.foretold.u,
        low: Math.max(0, record.foretold.value - half),
        high: record.foretold.value + half,
        usedMl: record.used.value,
        usedU: record.used.u,
        inside: record.inside,
        leftOut: record.leftOut,
      };
    });
    intervals.push(...own);
    const counting = own.filter((interval) => !interval.leftOut);
    return {
      id: printer.id,
      count: counting.length,
      inside: shareInside(counting),
      error: forecastError(counting),
      gain: model.gain.value,
      changes: model.changes,
      missing: model.missing,
      leaks: printer.slots.flatMap((slot) => {
        const id = book.state.printers.get(printer.id)?.slots.get(slot.id)?.cartridgeId;
        return id ? (leakFound(book, id) ?? []) : [];
      }),
      unseenCleanings: model.unseenCleanings,
    };
  });
  return { intervals, inside: shareInside(intervals.filter((interval) => !interval.leftOut)), printers };
}

const shareInside = (intervals: readonly ScoredInterval[]): number | null =>
  intervals.length > 0 ? intervals.filter(({ inside }) => inside).length / intervals.length : null;
