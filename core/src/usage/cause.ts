import type { Uncertain } from '../quantity';
import type { Black, WeighInCause } from '../workbook';
import type { BlackSwing } from './blackSwing';

/** One cause of a weigh-in's misses, beside the others. */
export interface Cause {
  readonly code: WeighInCause;
  /** Of one channel alone: which, and the cartridge in it; of two blacks, the one that drew more. */
  readonly slotId: string | null;
  readonly cartridgeId: string | null;
  /** Kind of picture, where it is one. */
  readonly subjectId: string | null;
  /** The kind that its prints were instead, where they are logged as another. */
  readonly insteadId?: string;
  readonly probability: number;
  /**
   * How much of it, with u: dm² not logged, share of what was logged that was not printed, cleanings, log of the new factor,
   * ml a day of a leak, g that the scale showed too many, ml by which one mass is off, share of what was logged that took the other
   * black, or was of another kind.
   */
  readonly amount: Uncertain;
  /** What it explains, ml, all channels together; below 0: less was drawn. Of two blacks: what the one drew more. */
  readonly ml: number;
}

/** One channel at a weigh-in, as the filter looks at it: all in ml as the printer draws now. */
export interface CauseRow {
  readonly slotId: string;
  readonly cartridgeId: string;
  readonly black: Black | null;
  readonly days: number;
  readonly toldMl: number;
  readonly usedMl: number;
  readonly own: number;
  readonly shared: number;
  /** What the channels' coefficients may have wrong alike, ml: they were learnt from the same weigh-ins. */
  readonly alike: number;
  /** One light cleaning. */
  readonly cleaningMl: number;
  /** One dm² of each kind of picture, and how much of it was logged. */
  readonly perDm2: ReadonlyMap<string, number>;
  readonly dm2: ReadonlyMap<string, number>;
  /** How it would be foretold if it leaked, since that was first suspected. */
  readonly ifLeaking: IfLeaking;
}

export interface IfLeaking {
  readonly toldMl: number;
  readonly own: number;
  /** ml a day. */
  readonly perDay: Uncertain;
}

/** What comes on top of the logged use, ml. */
export interface Shift {
  readonly ml: number;
  readonly variance: number;
}
export const NO_SHIFT: Shift = { ml: 0, variance: 0 };

/** What a weigh-in's causes say of how one channel is to be learnt. */
export interface Taught {
  /** None of its prints' use. */
  readonly shift: Shift;
  /** The same, if it leaks: one mass that is off and a leak look alike at first. */
  readonly ifLeaking: Shift;
  /** How its leak is followed from here: begun anew, gone on with, taken over as found; null: none is suspected. */
  readonly leak: 'anew' | 'goesOn' | 'found' | null;
}

export const NOTHING_TAUGHT: Taught = { shift: NO_SHIFT, ifLeaking: NO_SHIFT, leak: null };

/** What a channel drew in one weigh-in beyond what its others let one expect, ml. */
export interface Excess {
  readonly days: number;
  readonly ml: number;
  readonly variance: number;
}

/** A suspected or found leak at rest of one cartridge. */
export interface LeakBelief {
  readonly cartridgeId: string;
  readonly slotId: string;
  readonly probability: number;
  /** If it leaks, ml a day. */
  readonly mlPerDay: Uncertain;
  /** UTC instant before which nothing spoke for it. */
  readonly since: string;
}

export interface CausesCode {
  readonly leaks: readonly LeakBelief[];
  /** By cartridge, of the last weigh-ins: what it drew beyond what its others let one expect. */
  readonly excesses: readonly (readonly [string, readonly Excess[]])[];
  readonly zero: { readonly probability: number; readonly g: Uncertain } | null;
  readonly cleanings: { readonly count: number; readonly days: number; readonly evidence: number };
  /** What is logged in a usual day, dm² by kind of picture, by so many days. */
  readonly usual: { readonly days: number; readonly dm2: ReadonlyMap<string, number> };
  /** Cartridges that somebody says do not leak. */
  readonly sound: readonly string[];
  readonly blacks: BlackSwing;
}

/** From this probability on a cause is taken for the one. */
export const FOUND = 0.5;
