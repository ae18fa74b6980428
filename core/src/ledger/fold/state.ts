import { emptyLog, type Exposure, type Log, type Stretch, type Timeline } from '../../exposure';
import type { ChipState } from '../../gauge';
import type { Source, Uncertain } from '../../quantity';
import type { Observed, Renewal } from '../../usage';
import type {
  Because,
  Black,
  CheckAfter,
  CheckLight,
  FactOf,
  Look,
  Ports,
  PurchaseKind,
  Signal,
  WeighingPurpose,
} from '../../workbook';

/**
 * What something is mixed of: lots (a bottle's id, or `original`, `unknown`, `flush`) beside their parts of the whole, which add
 * up to 1. Nobody changes one: all that was drawn and left between two fills is of the same blend.
 */
export interface Blend {
  readonly lots: readonly string[];
  readonly parts: readonly number[];
}

/** So much of a blend. */
export interface Mix {
  readonly ml: number;
  readonly blend: Blend;
}

export interface Seat {
  readonly printerId: string;
  readonly slotId: string;
}

/**
 * The belief about the ink in a cartridge at a moment: Gaussian in the ink and in the error of its empty mass (as ml), so
 * that two weighings of one body share the tare's doubt and their difference does not.
 */
export interface Belief {
  readonly ml: number;
  readonly tareMl: number;
  /** Variances of ink and tare, and their covariance, ml². */
  readonly inkVar: number;
  readonly tareVar: number;
  readonly cov: number;
}

/** A gauge reading on one chip, and the ink that it stands beside. */
export interface Reading {
  readonly at: string;
  readonly chipId: string;
  readonly chipMl: number;
  /** 0 to 1. */
  readonly fraction: number;
  /** Standard uncertainty of the fraction; 0 just after a reset. */
  readonly u: number;
}

/** Something that happened to a cartridge since its ink was last known for sure; in order of time. */
export type Happening =
  | ({ readonly type: 'stay' } & Stretch)
  | {
      readonly type: 'in';
      readonly at: string;
      readonly factId: string;
      readonly chamber: number;
      readonly lot: string;
      readonly ml: number;
      readonly variance: number;
    }
  | {
      readonly type: 'out';
      readonly at: string;
      readonly factId: string;
      readonly cause: HandCause;
      readonly chamber: number | null;
      readonly ml: number;
      readonly variance: number;
      readonly toBottle: string | null;
    }
  | {
      readonly type: 'seen';
      readonly at: string;
      readonly factId: string;
      readonly kind: 'level' | 'sensor' | 'faded' | 'ranDry';
      readonly ml: number;
      readonly u: number;
      readonly because: Because | null;
    }
  | {
      readonly type: 'weighed';
      readonly at: string;
      readonly factId: string;
      readonly massG: Uncertain;
      /** As ink if the empty mass were exact, ml. */
      readonly ml: number;
      readonly u: number;
      readonly because: Because | null;
    }
  | {
      readonly type: 'read';
      readonly reading: Reading;
      readonly factId: string;
      /** Only says that no more than this is left: a signal that may have come some time ago, or a gauge at its end. */
      readonly atMost: boolean;
      readonly because: Because | null;
    };

export type HandCause = 'primed' | 'drawnOut' | 'spilt' | 'flushed';

/** What is known at the start of a chain of happenings. */
export interface Known {
  readonly at: string;
  readonly belief: Belief;
  readonly source: Source;
  readonly mixes: readonly Mix[];
  /** The gauge's reading at that moment, where there was one. */
  readonly reading: Reading | null;
  /** The last reading of the chip that counts, the ink when it was taken, and what was put in or taken out by hand since. */
  readonly read: { readonly reading: Reading; readonly ml: number; readonly handMl: number } | null;
}

/** Ink that moved: by hand, by the printer, or unexplained. */
export interface Flow {
  readonly at: string;
  readonly factId: string | null;
  readonly seat: Seat | null;
  readonly cause: HandCause | 'start' | 'filled' | 'leaked' | 'unexplained';
  /** Positive: into the cartridge for `start` and `filled`, out of it for all others. */
  readonly ml: number;
  readonly variance: number;
  readonly lots: Mix;
  readonly toBottle: string | null;
}

/** Ink that the printer drew in one stay. */
export interface Draw {
  readonly stretch: Stretch;
  readonly exposure: Exposure;
  readonly ml: number;
  readonly blend: Blend;
}

/** One line of a cartridge's life. */
export interface LifePoint {
  readonly factId: string;
  readonly at: string;
  readonly ml: number;
  readonly u: number;
  readonly source: Source;
  readonly massG: number | null;
  readonly gauge: number | null;
}

/** A chain that ended: its ink was weighed, or it was emptied and rinsed without a weighing. */
export type Closed =
  | {
      readonly end: 'weighed';
      readonly at: string;
      readonly from: string;
      readonly factId: string;
      readonly because: Because | null;
      readonly flows: readonly Flow[];
      readonly draws: readonly Draw[];
      /** What it came through, its end apart. */
      readonly points: readonly LifePoint[];
      /** Drawn by the printer (or lost), by the evidence at both ends alone, ml. */
      readonly used: Uncertain;
      /** What was inside then, with all doubt, and what the scale showed. */
      readonly ml: number;
      readonly u: number;
      readonly massG: number;
    }
  | {
      /** How much was drawn before is known by the models alone, and read when it is asked for. */
      readonly end: 'emptied' | 'found';
      readonly at: string;
      readonly factId: string;
      readonly start: Known;
      readonly happenings: readonly Happening[];
      /** `found`: the ink that was there; nobody knew how much there had been at the start. */
      readonly ml: number;
      readonly u: number;
      readonly massG: number;
    };

/** Evidence of use between two weighings in one slot, and whose: what models are learnt from. */
export interface UseInterval extends Observed {
  readonly cartridgeId: string;
  readonly printerId: string;
}

/** What one chip went through, on whichever cartridge it sat. */
export interface ChipLine {
  readonly at: string;
  readonly cartridgeId: string;
  readonly what: string;
}

export interface CartridgeState {
  known: Known;
  happenings: Log<Happening>;
  closed: Log<Closed>;
  /** Where it stands, and from when and which place of the printer's timeline nothing was noted yet. */
  seat: (Seat & { readonly position: number; readonly at: string }) | null;
  installedAt: string | null;
  /** Where it stood before it was taken out: what was used there belongs to that channel. */
  lastSeat: Seat | null;
  /** Each printer that it ever stood in. */
  printerIds: readonly string[];
  outSince: string | null;
  lastWeighed: { readonly at: string; readonly massG: Uncertain; readonly purpose: WeighingPurpose } | null;
  /** Drying or wet from a flush: water, g above its empty mass, at the last weighing. */
  wetMl: number | null;
  fills: number;
  lastRun: string | null;
  lastFillAt: string | null;
  /** The head of a two-part cartridge, when it was last weighed by itself, and what was filled into it since. */
  head: { readonly massG: Uncertain; readonly at: string; readonly addedMl: number } | null;
  /** Honest full mass: the last one weighed after its rest. */
  restedG: number | null;
  ranDry: number;
  ports: Ports;
  gauge: { readonly fraction: number | null; readonly at: string } | null;
  chip: {
    /** Which chip: its history goes with it to another cartridge. */
    readonly id: string;
    readonly volumeMl: number | null;
    readonly resetAt: string | null;
    readonly replaced: number;
    readonly machine: ChipState;
  };
  signal: Signal | null;
  /** What a look found wrong with it; null: nothing, or a later look was good. */
  rejected: {
    readonly found: Exclude<Look, 'sound'>;
    readonly at: string;
    readonly mlPerDay: Uncertain | null;
  } | null;
  agitatedAt: string | null;
  retired: string | null;
}

export interface SlotState {
  cartridgeId: string | null;
  intervals: Log<UseInterval>;
}

export interface PrinterState {
  slots: Map<string, SlotState>;
  timeline: Timeline;
  areaDm2: number;
  copies: number;
  jobs: number;
  changes: number;
  cleanings: number;
  firstAt: string | null;
  lastPrintAt: string | null;
  lastCheckAt: string | null;
  /** Nozzle checks, measured patches, grades by eye and profiles, oldest first. */
  checks: Log<CheckLine>;
  patches: Log<FactOf<'shadeMeasured'>>;
  grades: Log<FactOf<'shadeGraded'>>;
  profiles: Log<ProfileLine>;
  /** When the head that is in it came; null: with the printer. */
  headAt: string | null;
  /** New heads and changed settings, oldest first: what it draws may be another thing since. */
  renewals: Log<Renewal>;
  movedAt: string | null;
  /** Out of use since then: its past stays, and nothing more is expected of it. */
  retired: string | null;
  /** Which black stands in the line that two share; null: not known, or each has its own. */
  blackInLine: Black | null;
  /** Where the timeline stood when the waste pad was last renewed, and what was in it when the timeline began, ml. */
  padPosition: number;
  padBeforeMl: number;
  /** Saved before the timeline began, before what was bought to last, minor units; null: not known, or nothing was before. */
  savedBeforeMinor: number | null;
}

/** One nozzle check: what was missing, and what could not be seen. */
export interface CheckLine {
  readonly at: string;
  readonly factId: string;
  readonly gaps: readonly {
    readonly slotId: string;
    readonly nozzles: number;
    /** Which lines of the field, from 1, as far as they were noted. */
    readonly lines: readonly number[];
  }[];
  readonly unseen: readonly string[];
  readonly light: CheckLight | null;
  readonly after: CheckAfter | null;
  readonly paperId: string | null;
}

/** A colour profile, and what was in the channels when it was made: ml by lot, by slot. */
export interface ProfileLine {
  readonly at: string;
  readonly factId: string;
  readonly name: string;
  readonly paperId: string | null;
  readonly inside: ReadonlyMap<string, readonly Mix[]>;
}

export interface BottleState {
  openedAt: string | null;
  /** When something was first poured out of it into a cartridge. */
  firstFilledAt: string | null;
  /** By the facts: dispensed less returned. */
  outMl: number;
  outVar: number;
  /** Of it spilt: gone, and no use. */
  spiltMl: number;
  weighed: { readonly at: string; readonly massG: Uncertain; readonly outMl: number } | null;
  firstWeighed: { readonly massG: Uncertain; readonly outMl: number } | null;
  /** Thrown away or spilt without going through a cartridge, with the cartridge whose fill it was left from. */
  lost: Log<BottleLoss>;
  retired: string | null;
}

export interface BottleLoss {
  readonly at: string;
  readonly factId: string;
  readonly ml: number;
  readonly variance: number;
  readonly cause: 'binned' | 'spilt';
  readonly cartridgeId: string | null;
  readonly seat: Seat | null;
}

export interface Purchase {
  readonly at: string;
  readonly factId: string;
  readonly what: PurchaseKind;
  readonly name: string;
  /** null: nobody knows what it cost. */
  readonly priceMinor: number | null;
  readonly lifeMonths: number | null;
  readonly printerId: string | null;
  readonly bottleId: string | null;
  /** Of its price, what its bottles' prices hold already. */
  readonly inkMinor: number;
}

export interface LedgerState {
  cartridges: Map<string, CartridgeState>;
  printers: Map<string, PrinterState>;
  bottles: Map<string, BottleState>;
  chips: Map<string, Log<ChipLine>>;
  purchases: Log<Purchase>;
  /** Due items put off: until when. */
  snoozed: Map<string, string>;
  /** Scales, syringes and other tools that are out of use: since when. */
  toolsGone: Map<string, string>;
  /** By the fact that planned it; null: prints name a plan that is not, or not yet, in the log. */
  planned: Map<string, PlannedState>;
  /** Where this workbook was begun out of one that was closed; null: with its first entry. */
  begins: { readonly at: string; readonly closed: string } | null;
}

export interface PlannedState {
  readonly job: FactOf<'jobPlanned'> | null;
  readonly printed: number;
}

export const newLedgerState = (): LedgerState => ({
  cartridges: new Map(),
  printers: new Map(),
  bottles: new Map(),
  chips: new Map(),
  purchases: emptyLog(),
  snoozed: new Map(),
  toolsGone: new Map(),
  planned: new Map(),
  begins: null,
});

/** A copy that shares what it holds: what is folded into it leaves the original as it was. */
export const copyState = (state: LedgerState): LedgerState => ({
  cartridges: new Map(state.cartridges),
  printers: new Map(state.printers),
  bottles: new Map(state.bottles),
  chips: new Map(state.chips),
  purchases: state.purchases,
  snoozed: new Map(state.snoozed),
  toolsGone: new Map(state.toolsGone),
  planned: new Map(state.planned),
  begins: state.begins,
});

export const newPrinterState = (): PrinterState => ({
  slots: new Map(),
  timeline: emptyLog(),
  areaDm2: 0,
  copies: 0,
  jobs: 0,
  changes: 0,
  cleanings: 0,
  firstAt: null,
  lastPrintAt: null,
  lastCheckAt: null,
  checks: emptyLog(),
  patches: emptyLog(),
  grades: emptyLog(),
  profiles: emptyLog(),
  headAt: null,
  renewals: emptyLog(),
  movedAt: null,
  retired: null,
  blackInLine: null,
  padPosition: 0,
  padBeforeMl: 0,
  savedBeforeMinor: null,
});

export const newBottleState = (): BottleState => ({
  openedAt: null,
  firstFilledAt: null,
  outMl: 0,
  outVar: 0,
  spiltMl: 0,
  weighed: null,
  firstWeighed: null,
  lost: emptyLog(),
  retired: null,
});
