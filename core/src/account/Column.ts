import type { Blend } from '../ledger';
import type { CleaningLevel } from '../workbook';
import type { Cause } from './causes';

/** Which way ink went. */
export interface Way {
  readonly cause: Cause;
  /** What was printed; null for pictures of measured demand and all other causes. */
  readonly subjectId: string | null;
  readonly level: CleaningLevel | null;
}

export const wayOf = (cause: Cause): Way => ({ cause, subjectId: null, level: null });

/** Price of a blend's ink, minor units per ml; null: unknown. */
export type PriceOf = (blend: Blend) => number | null;

/** Less than this, ml, has no price that matters. */
const LEAST_PRICED_ML = 1e-12;

/** Amounts of blends in the order in which they went: most of what comes one after the other is of one. */
interface Amount {
  ml: number;
  readonly blend: Blend;
}

function put(amounts: Amount[], ml: number, blend: Blend): void {
  const last = amounts.at(-1);
  if (last?.blend === blend) last.ml += ml;
  else amounts.push({ ml, blend });
}

/** Ink that went one way. */
class Sum {
  ml = 0;
  /** At its own price, minor units; null: that of a part is unknown. */
  minor: number | null = 0;
  readonly mixes: Amount[] = [];

  constructor(readonly way: Way) {}

  /** @param perMl price of the blend */
  add(ml: number, blend: Blend, perMl: number | null): void {
    this.ml += ml;
    if (this.minor !== null && Math.abs(ml) > LEAST_PRICED_ML)
      this.minor = perMl === null ? null : this.minor + ml * perMl;
    put(this.mixes, ml, blend);
  }

  /** Takes in what went the same way elsewhere. */
  join(other: Sum): void {
    this.ml += other.ml;
    this.minor = this.minor === null || other.minor === null ? null : this.minor + other.minor;
    for (const { ml, blend } of other.mixes) put(this.mixes, ml, blend);
  }
}

/** The ink of one channel in one period, while its account is written. */
export class Column {
  startedMl = 0;
  filledMl = 0;
  returnedMl = 0;
  spiltBesideMl = 0;
  /** Out of the cartridges for good. */
  outMl = 0;
  handVar = 0;
  /** A cause is told apart by its kind of picture, or by its level: never by both. */
  private readonly byCause = new Map<Cause, Map<string | null, Sum>>();
  /** What went all ways together. */
  readonly mixes: Amount[] = [];
  private blend: Blend | null = null;
  private perMl: number | null = null;

  constructor(private readonly priceOf: PriceOf) {}

  /** Columns side by side as one; a single one as it is. */
  static together(columns: readonly Column[]): Column {
    const [only] = columns;
    if (only && columns.length === 1) return only;
    const whole = new Column(() => null);
    for (const column of columns) {
      whole.startedMl += column.startedMl;
      whole.filledMl += column.filledMl;
      whole.returnedMl += column.returnedMl;
      whole.spiltBesideMl += column.spiltBesideMl;
      whole.outMl += column.outMl;
      whole.handVar += column.handVar;
      for (const sums of column.byCause.values())
        for (const sum of sums.values()) whole.sum(sum.way).join(sum);
      for (const { ml, blend } of column.mixes) put(whole.mixes, ml, blend);
    }
    return whole;
  }

  /** In its cartridges at its end, less what was there at its start. */
  get netMl(): number {
    return this.startedMl + this.filledMl - this.returnedMl - this.outMl;
  }

  sums(): Sum[] {
    return [...this.byCause.values()].flatMap((sums) => [...sums.values()]);
  }

  /** Ink that left a cartridge for good. */
  add(way: Way, ml: number, blend: Blend): void {
    if (ml === 0) return;
    this.note(way, ml, blend);
    this.outMl += ml;
  }

  /** Ink that was lost before it came into a cartridge. */
  addBeside(way: Way, ml: number, blend: Blend): void {
    if (ml === 0) return;
    this.note(way, ml, blend);
    if (way.cause === 'spilt') this.spiltBesideMl += ml;
  }

  private note(way: Way, ml: number, blend: Blend): void {
    if (blend !== this.blend) {
      this.blend = blend;
      this.perMl = this.priceOf(blend);
    }
    this.sum(way).add(ml, blend, this.perMl);
    put(this.mixes, ml, blend);
  }

  private sum(way: Way): Sum {
    let sums = this.byCause.get(way.cause);
    if (!sums) this.byCause.set(way.cause, (sums = new Map<string | null, Sum>()));
    const key = way.subjectId ?? way.level;
    let sum = sums.get(key);
    if (!sum) {
      const { cause, subjectId, level } = way;
      sums.set(key, (sum = new Sum({ cause, subjectId, level })));
    }
    return sum;
  }
}
