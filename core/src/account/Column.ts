import type { Blend, BlendDoubt, Mix } from '../ledger';
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

export type DoubtOf = (blend: Blend) => BlendDoubt;

export const NO_DOUBT: BlendDoubt = { shared: 0, own: [] };

/** Less than this, ml, has no price that matters. */
const LEAST_PRICED_ML = 1e-12;

/** Ink of one channel that went one way in a period. */
export interface AccountEntry extends Way {
  readonly slotId: string;
  readonly ml: number;
  /** At the price of its own ink, minor units; null: that of a lot in it is unknown. */
  readonly minor: number | null;
  /** What it was of; they add up to `ml`. */
  readonly mixes: readonly Mix[];
}

/** An entry while it is written. */
class Entry implements AccountEntry {
  ml = 0;
  minor: number | null = 0;
  /** Blends in the order in which they went: most of what comes one after the other is of one. */
  private readonly amounts: { ml: number; readonly blend: Blend }[] = [];
  private readonly joined: Entry[] = [];

  constructor(
    readonly slotId: string,
    readonly cause: Cause,
    readonly subjectId: string | null,
    readonly level: CleaningLevel | null,
  ) {}

  /** Laid out when somebody asks: few do. */
  get mixes(): readonly Mix[] {
    return [...this.amounts, ...this.joined.flatMap(({ mixes }) => mixes)];
  }

  /** @param perMl price of the blend */
  add(ml: number, blend: Blend, perMl: number | null): void {
    this.ml += ml;
    if (this.minor !== null && Math.abs(ml) > LEAST_PRICED_ML)
      this.minor = perMl === null ? null : this.minor + ml * perMl;
    const last = this.amounts.at(-1);
    if (last?.blend === blend) last.ml += ml;
    else this.amounts.push({ ml, blend });
  }

  /** Takes in what went the same way in another period. */
  join(other: Entry): void {
    this.ml += other.ml;
    this.minor = this.minor === null || other.minor === null ? null : this.minor + other.minor;
    this.joined.push(other);
  }
}

/** What densities put in doubt of what left a channel, ml. */
export interface InkDoubt {
  /** With all other inks whose density was not measured. */
  readonly shared: number;
  /** By those that were, each for itself, ink by ink. */
  readonly inks: readonly (readonly [inkId: string, ml: number])[];
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
  private readonly byCause = new Map<Cause, Map<string | null, Entry>>();
  /** What densities put in doubt of all that left, ml: shared, and by measured ink. */
  private sharedU = 0;
  private readonly ownU = new Map<string, number>();
  private blend: Blend | null = null;
  private perMl: number | null = null;
  private doubtPerMl = NO_DOUBT;

  constructor(
    private readonly slotId: string,
    private readonly priceOf: PriceOf,
    private readonly doubtOf: DoubtOf,
  ) {}

  /** Columns side by side as one; a single one as it is. */
  static together(slotId: string, columns: readonly Column[]): Column {
    const [only] = columns;
    if (only && columns.length === 1) return only;
    const whole = new Column(
      slotId,
      () => null,
      () => NO_DOUBT,
    );
    for (const column of columns) {
      whole.startedMl += column.startedMl;
      whole.filledMl += column.filledMl;
      whole.returnedMl += column.returnedMl;
      whole.spiltBesideMl += column.spiltBesideMl;
      whole.outMl += column.outMl;
      whole.handVar += column.handVar;
      for (const entries of column.byCause.values())
        for (const entry of entries.values()) whole.entry(entry).join(entry);
      whole.sharedU += column.sharedU;
      for (const [inkId, u] of column.ownU) whole.doubtOwn(inkId, u);
    }
    return whole;
  }

  /** In its cartridges at its end, less what was there at its start. */
  get netMl(): number {
    return this.startedMl + this.filledMl - this.returnedMl - this.outMl;
  }

  /** What densities put in doubt of all that left, ml: what it shares with other channels, and what is its own. */
  get doubt(): InkDoubt {
    // Signed while it was added up: what came back unexplained takes its part of the doubt with it.
    return {
      shared: Math.max(0, this.sharedU),
      inks: [...this.ownU],
    };
  }

  entries(): AccountEntry[] {
    const all: AccountEntry[] = [];
    for (const entries of this.byCause.values()) all.push(...entries.values());
    return all;
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
      this.doubtPerMl = this.doubtOf(blend);
    }
    this.entry(way).add(ml, blend, this.perMl);
    const { shared, own } = this.doubtPerMl;
    this.sharedU += ml * shared;
    for (const [inkId, share] of own) this.doubtOwn(inkId, ml * share);
  }

  private doubtOwn(inkId: string, u: number): void {
    this.ownU.set(inkId, (this.ownU.get(inkId) ?? 0) + u);
  }

  private entry({ cause, subjectId, level }: Way): Entry {
    let entries = this.byCause.get(cause);
    if (!entries) this.byCause.set(cause, (entries = new Map<string | null, Entry>()));
    const key = subjectId ?? level;
    let entry = entries.get(key);
    if (!entry) entries.set(key, (entry = new Entry(this.slotId, cause, subjectId, level)));
    return entry;
  }
}
