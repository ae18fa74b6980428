import type { Exposure } from '../exposure';
import type { Counter } from '../gauge';
import type { Uncertain } from '../quantity';
import type { Because, Black, WeighInCause } from '../workbook';
import type { Cause, LeakBelief } from './cause';
import type { BlackSwing } from './blackSwing';
import type { Channel } from './channel';
import type { Draws } from './features';

/** Evidence of use in one slot, between two moments at which the ink was known. */
export interface Observed {
  readonly factId: string;
  readonly slotId: string;
  /** Of two blacks that papers share out between them, the one that stands here; absent: none. */
  readonly black?: Black;
  /** Which cartridge stood in it; absent: always the same. */
  readonly cartridgeId?: string;
  readonly from: string;
  readonly to: string;
  readonly exposure: Exposure;
  /** ml by the evidence, with its u apart from the density's share. */
  readonly used: Uncertain;
  readonly because: Because | null;
  /** Heavier than it can be: it says nothing of use, though a scale that was zeroed wrong may be why. */
  readonly heavier?: boolean;
  /** Counted by the chip in the same time, ml with u, where both ends were read. */
  readonly counted: Uncertain | null;
}

/** What may change what a printer draws from all channels at once, and is known to have happened. */
export interface Renewed {
  /** UTC instant. */
  readonly at: string;
  readonly what: 'head' | 'setting';
}

/** A cause that somebody who was there rules out: until the next weigh-in, a leak of a cartridge for good. */
export interface Denial {
  readonly at: string;
  readonly what: 'denied';
  readonly cause: WeighInCause;
  readonly cartridgeId?: string;
}

/** What is known of a printer beside its weigh-ins, in order of time. */
export type Renewal = Renewed | Denial;

/** How an interval was foretold from all that came before it, beside what the evidence then said. */
export interface ForecastRecord {
  readonly factId: string;
  readonly slotId: string;
  readonly from: string;
  readonly to: string;
  readonly foretold: Uncertain;
  readonly used: Uncertain;
  /** Within the 95 % interval of forecast and evidence. */
  readonly inside: boolean;
  /** Off by this many standard deviations. */
  readonly sigmas: number;
  /** Taught nothing: explained away, or one of an interval that is wrong. */
  readonly leftOut: boolean;
}

export interface GainChange {
  /** UTC instant from which it holds. */
  readonly at: string;
  readonly factor: number;
  readonly u: number;
  readonly probability: number;
}

export interface MissingEntry {
  readonly from: string;
  readonly to: string;
  readonly probability: number;
  /** Drawn over what was foretold, all channels together. */
  readonly ratio: number;
}

/** What a printer's weigh-ins taught: each channel's coefficients, the gain that they share, and their scatter. */
export interface PrinterModel {
  readonly channels: ReadonlyMap<string, Channel>;
  /** How each channel's chip counts against the scale; none where it was not read. */
  readonly counters: ReadonlyMap<string, Counter>;
  readonly draws: Draws;
  /** Factor on all channels now, against the printer as it was first known. */
  readonly gain: Uncertain;
  readonly changes: readonly GainChange[];
  readonly missing: readonly MissingEntry[];
  /** That the last weigh-in closes an interval with a wrong or missing entry, or begins a change: what is asked about. */
  readonly doubt: {
    readonly from: string;
    readonly to: string;
    readonly probability: number;
    readonly ratio: number;
  } | null;
  /** The last weigh-in's interval, UTC instants; null before one. */
  readonly lastSpan: { readonly from: string; readonly to: string } | null;
  /** What may be behind the last weigh-in, the likeliest first; none before one. */
  readonly causes: readonly Cause[];
  /** Cartridges that seem to leak at rest. */
  readonly leaks: readonly LeakBelief[];
  /** Cleanings a day that nobody logs. */
  readonly unseenCleanings: number;
  /** How far two blacks swing, while nobody says which papers were printed on. */
  readonly blacks: BlackSwing;
  /** Log-standard deviation of what pictures of one kind take. */
  readonly scatter: number;
  /** Standard deviation of one cleaning, change or switch about its mean, relative. */
  readonly eventScatter: number;
  readonly records: readonly ForecastRecord[];
  readonly intervals: number;
}
