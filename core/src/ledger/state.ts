import type { Source, Uncertain } from '../quantity';
import { COUNTER_PRIOR, type ChipState, type Counter } from '../gauge';
import { newUseModel, type Exposure, type UseModel } from '../usage';
import type { Ports, Signal } from '../workbook';

/** The last moment at which the ink inside was known by evidence. */
export interface Fix {
  readonly at: string;
  readonly ml: number;
  readonly u: number;
  readonly source: Source;
  /** The mass behind it: differences of masses cancel the tare. */
  readonly massG: Uncertain | null;
}

/** ml by lot: a bottle's id, or `original`, `unknown`, `flush`. */
export type Mix = Record<string, number>;

export interface Anchor {
  readonly at: string;
  readonly reading: number;
  readonly ml: number;
  readonly u: number;
  /** u without the tare's share, which cancels between two masses. */
  readonly uApart: number;
  /** Put in less taken out by hand up to then. */
  readonly netMl: number;
}

/** What one chip went through, on whichever cartridge it sat. */
export interface ChipLine {
  readonly at: string;
  readonly cartridgeId: string;
  readonly what: string;
}

export interface CartridgeState {
  fix: Fix | null;
  /** Put in less taken out by hand since the fix. */
  handled: { ml: number; variance: number };
  /** Exposure since the fix from earlier stays in a printer. */
  carried: Exposure;
  /** Where the printer's running totals stood when this stay (or the fix within it) began. */
  from: { totals: Exposure; at: string } | null;
  location: { printerId: string; slotId: string } | null;
  outSince: string | null;
  /** Where it stood before it was taken out: what was used there belongs to that channel. */
  lastPlace: { printerId: string; slotId: string } | null;
  lastWeighed: { at: string; massG: Uncertain; purpose: string } | null;
  chambers: Mix[];
  fills: number;
  lastRun: string | null;
  lastFillAt: string | null;
  /** Honest full mass: the last one weighed after its rest. */
  restedG: number | null;
  /** What was in it when the workbook first knew. */
  startMl: number | null;
  addedMl: number;
  addedVar: number;
  drawnMl: number;
  primedMl: number;
  spiltMl: number;
  usedMl: number;
  usedVar: number;
  /** Lost without an event that explains it (positive) since the beginning. */
  unexplainedMl: number;
  leakedMl: number;
  ranDry: number;
  ports: Ports;
  gauge: { fraction: number | null; at: string; predictedMl: number } | null;
  chip: {
    /** Which chip: its history goes with it to another cartridge. */
    id: string;
    volumeMl: number | null;
    resetAt: string | null;
    resetInkMl: number | null;
    replaced: number;
    machine: ChipState;
  };
  /** A gauge reading at a known content: from here on the chip's count and the ink can be compared. */
  anchor: Anchor | null;
  signal: Signal | null;
  agitatedAt: string | null;
  retired: string | null;
}

export interface SlotState {
  cartridgeId: string | null;
  model: UseModel;
  /** How this channel's counter errs. */
  counter: Counter;
  /** Exposure over all closed intervals, and what the masses say was used in them. */
  closed: Exposure;
  usedMl: number;
  usedVar: number;
  /** Use by mass × mean price per ml inside at the time, minor units. */
  spentMinor: number;
  intervals: number;
}

export interface PrinterState {
  slots: Record<string, SlotState>;
  totals: Exposure;
  areaDm2: number;
  copies: number;
  jobs: number;
  changes: number;
  cleanings: number;
  firstAt: string | null;
  lastPrintAt: string | null;
  lastCheckAt: string | null;
  padSinceMl: number;
}

export interface BottleState {
  openedAt: string | null;
  /** By the facts: dispensed less returned. */
  outMl: number;
  outVar: number;
  toCartridgesMl: number;
  backMl: number;
  binnedMl: number;
  spiltMl: number;
  weighed: { at: string; massG: Uncertain; outMl: number } | null;
  firstWeighed: { massG: Uncertain; outMl: number } | null;
  retired: string | null;
}

export interface LedgerState {
  cartridges: Record<string, CartridgeState>;
  printers: Record<string, PrinterState>;
  bottles: Record<string, BottleState>;
  chips: Record<string, ChipLine[]>;
  purchases: {
    kitMinor: number;
    chipsMinor: number;
    consumablesMinor: number;
    firstKitAt: string | null;
    bottlesMinor: number;
    cartridgesMinor: number;
  };
}

export const newLedgerState = (): LedgerState => ({
  cartridges: {},
  printers: {},
  bottles: {},
  chips: {},
  purchases: {
    kitMinor: 0,
    chipsMinor: 0,
    consumablesMinor: 0,
    firstKitAt: null,
    bottlesMinor: 0,
    cartridgesMinor: 0,
  },
});

export const newSlotState = (): SlotState => ({
  cartridgeId: null,
  model: newUseModel(),
  counter: { ...COUNTER_PRIOR },
  closed: {},
  usedMl: 0,
  usedVar: 0,
  spentMinor: 0,
  intervals: 0,
});

export const newPrinterState = (): PrinterState => ({
  slots: {},
  totals: {},
  areaDm2: 0,
  copies: 0,
  jobs: 0,
  changes: 0,
  cleanings: 0,
  firstAt: null,
  lastPrintAt: null,
  lastCheckAt: null,
  padSinceMl: 0,
});

export const newBottleState = (): BottleState => ({
  openedAt: null,
  outMl: 0,
  outVar: 0,
  toCartridgesMl: 0,
  backMl: 0,
  binnedMl: 0,
  spiltMl: 0,
  weighed: null,
  firstWeighed: null,
  retired: null,
});

/** One line of a cartridge's life, derived while folding. */
export interface LifeEntry {
  readonly factId: string;
  readonly at: string;
  readonly cartridgeId: string;
  readonly kind: string;
  /** Ink inside after the event. */
  readonly ml: number;
  readonly u: number;
  readonly source: Source;
  readonly massG: number | null;
  /** What the prints since the last fix used by mass, and what was predicted for them. */
  readonly used?: Uncertain;
  readonly predicted?: Uncertain;
  readonly gauge?: number | null;
  readonly flag?: 'leak' | 'surprise' | 'heavier' | 'ranDry';
}
