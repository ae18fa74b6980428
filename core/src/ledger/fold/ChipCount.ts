import { CONTRADICTS_SIGMA, LEAST_OFF_ML, type Contradiction } from './contradicts';
import type { Happening, Reading } from './state';

/** Where a chain stood when the chip was read: the use foretold, its variance, and what was moved by hand, all from the start. */
export interface Passed {
  readonly foretoldMl: number;
  readonly useVar: number;
  readonly handMl: number;
}

/** A reading, and where the chain stood. */
export interface Mark {
  readonly reading: Reading;
  readonly foretoldMl: number;
  readonly handMl: number;
}

/** From here the chip's count and the use foretold run side by side. */
interface Anchor {
  readonly reading: Reading;
  readonly foretoldMl: number;
  readonly useVar: number;
}

/** Use since the anchor by the chip's count, beside what was foretold. Readings share their k: only the last one counts. */
interface Counted {
  readonly mean: number;
  readonly variance: number;
  readonly used: number;
  readonly varianceUsed: number;
  readonly factId: string;
  readonly at: string;
  readonly atMost: boolean;
  readonly explained: boolean;
}

/** What a chip's count says of the use foretold beside it. */
export interface CountSays {
  /** So much more was drawn than foretold, ml. */
  readonly moreMl: number;
  /** Variance of the use since the anchor, before and with the count, ml². */
  readonly varianceUsed: number;
  readonly variance: number;
  /** Of `moreMl`, what no print explains. */
  readonly beyondMl: number;
  readonly contradiction: Contradiction | null;
}

/** The figure went up without a reset in the log: somebody reset it, and its count begins anew. */
const roseFrom = (before: Reading, now: Reading): boolean =>
  now.fraction > before.fraction + 3 * Math.hypot(now.u, before.u) + 0.005;

/** The readings of a chip along a chain: the first and the last of the count that runs, and what it counted since a content was known. */
export class ChipCount {
  first: Mark | null;
  last: Mark | null;
  private anchor: Anchor | null;
  private counted: Counted | null = null;

  /** @param start the reading that stands beside the ink at the chain's start */
  constructor(start: Reading | null) {
    this.first = start && { reading: start, foretoldMl: 0, handMl: 0 };
    this.last = this.first;
    this.anchor = start && { reading: start, foretoldMl: 0, useVar: 0 };
  }

  /** The chip was read: where the chain stands, unless it is only known to have come this far. */
  mark({ reading, atMost }: Extract<Happening, { type: 'read' }>, passed: Passed): void {
    if (atMost) return;
    const mark = { reading, foretoldMl: passed.foretoldMl, handMl: passed.handMl };
    if (this.first?.reading.chipId !== reading.chipId) this.first = mark;
    this.last = mark;
  }

  /** True where a reading begins a count instead of going on with one: what was counted before is to be taken first. */
  begins(reading: Reading): boolean {
    const { anchor } = this;
    return !anchor || anchor.reading.chipId !== reading.chipId || roseFrom(anchor.reading, reading);
  }

  /** The count is compared with the use foretold from here. */
  begin(reading: Reading, passed: Passed): void {
    this.anchor = { reading, foretoldMl: passed.foretoldMl, useVar: passed.useVar };
  }

  /** A content is known anew: the next reading begins. */
  forget(): void {
    this.anchor = null;
  }

  /**
   * What it counted up to a reading.
   *
   * @param counter how this channel's counter errs: true over counted use
   */
  goOn(
    happening: Extract<Happening, { type: 'read' }>,
    passed: Passed,
    counter: { readonly k: number; readonly variance: number },
  ): void {
    const { reading } = happening;
    const anchor = this.anchor!;
    const ml = (anchor.reading.fraction - reading.fraction) * reading.chipMl;
    this.counted = {
      mean: counter.k * ml,
      variance:
        ml * ml * counter.variance +
        (counter.k * reading.chipMl) ** 2 * (reading.u ** 2 + anchor.reading.u ** 2) +
        // What the print heads draw scatters about the counter's mean.
        0.02 * Math.max(0, ml),
      factId: happening.factId,
      explained: happening.because !== null,
      at: reading.at,
      atMost: happening.atMost || reading.fraction <= 0,
      used: passed.foretoldMl - anchor.foretoldMl,
      varianceUsed: Math.max(0, passed.useVar - anchor.useVar),
    };
  }

  /** What was counted since it was last taken; null when nothing was. */
  take(): CountSays | null {
    const { counted } = this;
    this.counted = null;
    return counted && says(counted);
  }
}

function says({ used, varianceUsed, mean, variance, atMost, explained, factId, at }: Counted): CountSays {
  const off = mean - used;
  const s = varianceUsed + variance;
  const far = Math.abs(off) > CONTRADICTS_SIGMA * Math.sqrt(s) && Math.abs(off) > LEAST_OFF_ML;
  // The chip saw prints that nobody logged. It is taken at its word, with the doubt of both.
  if (far && off > 0)
    return {
      moreMl: off,
      varianceUsed,
      variance: Math.max(variance, varianceUsed),
      beyondMl: off,
      contradiction: explained
        ? null
        : { code: 'gaugeAhead', factId, at, expectedMl: used, foundMl: mean, u: Math.sqrt(s) },
    };
  const joins = !far && s > 0 && (!atMost || off > 0);
  return {
    moreMl: joins ? (varianceUsed / s) * off : 0,
    varianceUsed,
    variance: joins ? (varianceUsed * variance) / s : varianceUsed,
    beyondMl: 0,
    contradiction: null,
  };
}
