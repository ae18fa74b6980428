import type { Balance } from '../account';
import type { FactProblem } from '../check';
import type { PeriodCost, PrinterCost } from '../cost';
import type { AdviceCode, NotKnown, Reason, Urgency } from '../advice';

/** What the fold noticed in a cartridge's life. */
export interface LifeFinding {
  readonly code: 'leak' | 'heavier' | 'surprise' | 'ranDry' | 'contradicts';
  readonly label: string;
  readonly ml: number;
  readonly foretoldMl: number | null;
}

export interface FoundProblem {
  readonly severity: 'error' | 'warning' | 'notice';
  readonly at: string | null;
  readonly factId: string | null;
  readonly problem: FactProblem | LifeFinding;
}

export interface CostSide {
  readonly minor: number | null;
  readonly perDm2: number | null;
  readonly perPrint: number | null;
  readonly perMl: number | null;
  /** Standard uncertainty of the average print, minor units. */
  readonly perPrintU: number | null;
}

/** What the CLI prints and the screens show; documented field by field in docs/format.md. */
export interface Report {
  readonly format: 'hiraeth-report';
  readonly version: number;
  readonly at: string;
  /** The period of all costs and balances; null: from the beginning. */
  readonly from: string | null;
  readonly name: string;
  readonly currency: string;
  readonly facts: number;
  readonly cartridges: readonly {
    readonly id: string;
    readonly label: string;
    readonly shades: readonly string[];
    readonly printer: string | null;
    readonly slot: string | null;
    readonly inkMl: number | null;
    readonly u: number | null;
    readonly source: string | null;
    readonly lastWeighed: string | null;
    readonly composition: readonly { readonly lot: string; readonly fraction: number }[];
    readonly foreignFraction: number;
    readonly fills: number;
    readonly addedMl: number;
    readonly usedMl: number;
    readonly lostMl: number;
    readonly priceMinorPerMl: number | null;
    readonly retired: boolean;
  }[];
  readonly bottles: readonly {
    readonly id: string;
    readonly leftMl: number;
    readonly u: number;
    readonly gapMl: number | null;
    readonly gapU: number | null;
  }[];
  readonly printers: readonly {
    readonly id: string;
    readonly name: string;
    /** Out of use: its past alone is told. */
    readonly retired: boolean;
    readonly copies: number;
    readonly areaDm2: number;
    /** Prints that are not in these figures, and channels that lack some of those that are: their ink was never weighed. */
    readonly uncounted: PrinterCost['uncounted'];
    readonly unweighed: PrinterCost['unweighed'];
    /** False where prints are logged and the ink of none of them is known: costs are null. */
    readonly inkKnown: boolean;
    readonly printedMl: number;
    readonly wasteMl: number;
    readonly refill: CostSide;
    readonly original: CostSide | null;
    readonly savedMinor: number | null;
    readonly withoutPrice: readonly string[];
    /** Purchases entered without a price: left out of the cost. */
    readonly openPrices: readonly string[];
    readonly balance: Balance;
    /** The cuts of the period: by channel, cause, month, and kind and size of print. */
    readonly channels: readonly {
      readonly slotId: string;
      readonly name: string;
      /** null with all beside it: its cartridges were never weighed. */
      readonly drawnMl: number | null;
      readonly u: number | null;
      readonly printedMl: number | null;
      readonly wasteMl: number | null;
      readonly lostMl: number;
      readonly minor: number | null;
    }[];
    readonly causes: PeriodCost['causes'];
    readonly months: PeriodCost['months'];
    readonly prints: PeriodCost['prints'];
    readonly payback: PeriodCost['payback'];
    /** Sheets that are safe in all channels; null: not known. */
    readonly safeSheets: number | null;
    readonly advice: readonly {
      readonly slotId: string;
      readonly code: AdviceCode;
      readonly urgency: Urgency;
      readonly safeSheets: number | null;
      readonly notKnown: NotKnown | null;
      readonly why: readonly Reason[];
    }[];
  }[];
  readonly problems: readonly FoundProblem[];
}
