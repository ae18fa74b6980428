import type { Body, Book, CartridgeState } from '../ledger';
import type { Uncertain } from '../quantity';
import type { Ink, Printer, Scale, Slot, Syringe, Tool } from '../workbook';

/** What the bench needs to know to lay out a run; read from the ledger, never stored in the run. */
export interface RunEnv {
  /** The log that the run is laid out from, with what others of its queue have done and not recorded yet. */
  readonly book: Book;
  readonly at: string;
  readonly body: Body;
  readonly printer: Printer | null;
  /** Where it stands, stood last, or belongs in that printer. */
  readonly slot: Slot | null;
  readonly installed: boolean;
  /** Ink by the ledger before anything was weighed. */
  readonly inkNow: Uncertain | null;
  /** What an earlier look found wrong with it. */
  readonly rejected: CartridgeState['rejected'];
  /** Density of what is inside (for reading masses), and of each bottle (for what is added). */
  readonly densityInside: Uncertain;
  readonly bottleDensity: readonly Uncertain[];
  readonly bottleMl: readonly Uncertain[];
  readonly bottleNames: readonly string[];
  readonly bottleLots: readonly string[];
  /** The ink of each bottle; undefined where its definition is gone. */
  readonly inks: readonly (Ink | undefined)[];
  /** Lots that are inside now, the most first. */
  readonly lotsInside: readonly string[];
  /** Nothing else is inside than the chosen bottle's ink: what comes out may go back into it. */
  readonly pure: boolean;
  /** Water left from a rinse, ml; null when it holds ink or is dry. */
  readonly waterMl: number | null;
  /** A float sensor is clipped on: it comes off before a weighing. */
  readonly sensor: boolean;
  readonly scale: Scale | null;
  readonly syringe: Syringe | null;
  readonly tools: readonly Tool[];
}
