import { all, intervalsOf, modelOf, type Book } from '../ledger';
import { COVERAGE } from '../quantity';

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

export interface Score {
  readonly intervals: readonly ScoredInterval[];
  /** Share of the intervals that count which lie inside; null when there are none. */
  readonly inside: number | null;
  readonly printers: readonly {
    readonly id: string;
    readonly gain: number;
    readonly changes: readonly { readonly at: string; readonly factor: number; readonly u: number }[];
    readonly missing: readonly { readonly from: string; readonly to: string; readonly probability: number }[];
  }[];
}

/** The record of all forecasts: each closed interval's use as it would have been foretold, beside what the scale then said. */
export function scoreForecasts(book: Book): Score {
  const intervals: ScoredInterval[] = [];
  const printers = all(book.context, 'printer').map((printer) => {
    const model = modelOf(book, printer.id)!;
    const cartridgeOf = new Map(
      intervalsOf(book, printer.id).map((interval) => [interval.factId, interval.cartridgeId]),
    );
    for (const record of model.records) {
      const half = COVERAGE * record.foretold.u;
      intervals.push({
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
      });
    }
    return {
      id: printer.id,
      gain: model.gain.value,
      changes: model.changes.map(({ at, factor, u }) => ({ at, factor, u })),
      missing: model.missing.map(({ from, to, probability }) => ({ from, to, probability })),
    };
  });
  const counting = intervals.filter((interval) => !interval.leftOut);
  return {
    intervals,
    inside:
      counting.length > 0 ? counting.filter((interval) => interval.inside).length / counting.length : null,
    printers,
  };
}
