import type { PortProblem } from '../bench';
import type { ChipOption, SwitchOffOffer } from '../gauge';
import type { Contradiction } from '../ledger';
import type { ChipStrategy, Look } from '../workbook';
import type { CartridgeEmptyAt } from './emptyAt';

export type Urgency = 'now' | 'soon' | 'fine';

/** What to do about one slot, most pressing first. */
export type AdviceCode =
  | 'install'
  | 'nameType'
  | 'closePorts'
  | 'dry'
  | 'weigh'
  | 'rejected'
  | 'cleaning'
  | 'explain'
  | 'topUpNow'
  | 'newChip'
  | 'cleanContacts'
  | 'switchOffNow'
  | 'tooLate'
  | 'topUpThenReset'
  | 'reseatNow'
  | 'resetNow'
  | 'replaceChip'
  | 'printerStopped'
  | 'topUpAtReading'
  | 'switchOffAhead'
  | 'lookForLeak'
  | 'topUpSoon'
  | 'weighIn'
  | 'agitate'
  | 'byWeight'
  | 'goOn';

/** Why: each follows from the facts. */
export type Reason =
  | { readonly code: 'noCartridge' }
  | { readonly code: 'typeUnknown'; readonly cartridgeId: string; readonly label: string }
  | { readonly code: 'neverWeighed' }
  | { readonly code: 'holds'; readonly ml: number; readonly u: number; readonly reserveMl: number }
  | { readonly code: 'leaking'; readonly mlPerDay: number; readonly u: number; readonly since: string }
  | { readonly code: 'belowReserve' }
  | { readonly code: 'rejected'; readonly found: Look }
  | { readonly code: 'flushFluid' }
  | { readonly code: 'contradiction'; readonly of: Contradiction }
  | { readonly code: 'wet'; readonly ml: number }
  | { readonly code: PortProblem }
  | { readonly code: 'emptyAt'; readonly of: CartridgeEmptyAt }
  | { readonly code: 'printerSaid'; readonly fraction: number }
  | { readonly code: 'signalled'; readonly signal: string }
  | { readonly code: 'actAtCame'; readonly reading: number }
  | { readonly code: 'refusedTwice' }
  | { readonly code: 'notRecognised' }
  | {
      readonly code: 'offer';
      readonly offer: SwitchOffOffer;
      readonly asksNewFirst: boolean;
      readonly lostWhenDry: boolean;
    }
  | { readonly code: 'declaredEmpty'; readonly toppedUp: boolean }
  | { readonly code: 'resetNeedsInk' }
  | { readonly code: 'toppedUp' }
  | { readonly code: 'chipCountsOnce' }
  | { readonly code: 'belowShare'; readonly share: number; readonly targetMl: number }
  | { readonly code: 'fewSheets'; readonly sheets: number }
  | { readonly code: 'weighInDays'; readonly days: number }
  | { readonly code: 'notCounted'; readonly days: number }
  | { readonly code: 'pigmentSettles'; readonly days: number };

/** Why it is not known how far the ink goes. */
export type NotKnown =
  | 'emptySlot'
  | 'typeUnknown'
  | 'neverWeighed'
  | 'contradiction'
  | 'wet'
  | 'rejected'
  | 'cleaningFluid'
  | 'portsWrong'
  | 'stopped';

export interface Advice {
  readonly code: AdviceCode;
  readonly urgency: Urgency;
  readonly why: readonly Reason[];
  /** Standard sheets of the usual mix that are safe at 95 %; null when that is not known. */
  readonly safeSheets: number | null;
  readonly notKnown: NotKnown | null;
  readonly emptyAt: CartridgeEmptyAt | null;
  /** What the chip's strategy allows next. */
  readonly options: readonly ChipOption[];
  readonly strategy: ChipStrategy | null;
  /** False where the workbook has none: then nobody is told to weigh. */
  readonly hasScale?: boolean;
}

/** With these open, nothing should be printed. */
export const NO_PRINT: ReadonlySet<AdviceCode> = new Set([
  'topUpNow',
  'rejected',
  'newChip',
  'cleanContacts',
  'tooLate',
  'topUpThenReset',
  'reseatNow',
  'replaceChip',
  'printerStopped',
  'topUpAtReading',
]);
