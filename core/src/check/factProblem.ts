import type { GoingInProblem } from '../bench';
import type { OutOfBounds } from '../definition';
import type { EntityRule, MassReason } from '../workbook';

/** Something wrong with a fact. `ask` may be confirmed by the person and is then recorded with it; `stop` may not. */
export type FactProblem = { readonly severity: 'stop' | 'ask' } & (
  | { readonly code: 'unknownThing'; readonly what: string; readonly id: string }
  | { readonly code: 'future'; readonly at: string }
  /** Its day lies in a workbook that was closed. */
  | { readonly code: 'beforeBegun'; readonly at: string; readonly closed: string }
  /** Taken back, nothing would be known of anything. */
  | { readonly code: 'beginning' }
  | { readonly code: 'beforeOpening'; readonly at: string }
  | {
      readonly code: 'lighterThanEmpty';
      /** Its own empty mass is not known: what it may be instead. */
      readonly reasons?: readonly MassReason[];
      readonly label: string;
      readonly massG: number;
      readonly emptyG: number;
      readonly u: number;
    }
  | { readonly code: 'emptyTooHeavy'; readonly label: string; readonly massG: number; readonly fullG: number }
  | { readonly code: 'heavierThanMax'; readonly label: string; readonly massG: number; readonly maxG: number }
  | {
      readonly code: 'beyondScale';
      readonly massG: number;
      readonly capacityG: number;
      readonly scale: string;
    }
  | {
      readonly code: 'otherShade';
      readonly bottle: string;
      readonly bottleShade: string;
      readonly cartridge: string;
      readonly shade: string;
    }
  | {
      readonly code: 'otherClass';
      readonly bottle: string;
      readonly bottleClass: string;
      readonly cartridge: string;
      readonly inkClass: string;
    }
  | {
      readonly code: 'bottleTooLittle';
      readonly bottle: string;
      readonly hasMl: number;
      readonly needMl: number;
    }
  | { readonly code: 'bottleNotOpened'; readonly bottle: string }
  | { readonly code: 'overfill'; readonly label: string; readonly massG: number; readonly maxG: number }
  | { readonly code: 'retired'; readonly label: string }
  | { readonly code: 'notInstalled'; readonly slot: string }
  | { readonly code: 'backToBottleAfterConversion'; readonly label: string }
  | {
      readonly code: 'moreThanInside';
      readonly label: string;
      readonly hasMl: number;
      readonly takeMl: number;
    }
  | { readonly code: 'switchOffNotOffered'; readonly slot: string; readonly lost: boolean }
  | { readonly code: 'resetWithoutTopUp'; readonly label: string }
  | ({ readonly label: string } & GoingInProblem)
  | {
      /** A print unlike all that its printer ever printed. */
      readonly code: 'oddPrint';
      readonly how: 'small' | 'large' | 'wide' | 'many';
      readonly widthMm: number;
      readonly heightMm: number;
      readonly copies: number;
      readonly widestMm: number;
    }
  | {
      /** Put in while it stood in another slot. */
      readonly code: 'seatedElsewhere';
      readonly label: string;
      readonly stood: string;
      readonly slot: string;
    }
  | { readonly code: 'alreadyVoided' }
  | { readonly code: 'stillNeeded'; readonly name: string; readonly count: number }
  | { readonly code: 'cannotFold'; readonly why: string }
  | ({ readonly code: 'entityRule' } & EntityRule)
  | ({ readonly code: 'outOfBounds' } & OutOfBounds)
  | {
      readonly code: 'evidenceOff';
      readonly label: string;
      readonly evidence: 'mass' | 'level' | 'sensor' | 'faded' | 'gauge';
      /** Ink expected and found; for a gauge ink used, ml. */
      readonly expectedMl: number;
      readonly foundMl: number;
      readonly u: number;
      /** A part that would explain it: left on the cartridge, or missing from it. */
      readonly part?: { readonly name: string; readonly massG: number; readonly left: 'on' | 'off' };
      /** Likely reasons, the likeliest first: one of them is recorded with the evidence. */
      readonly reasons: readonly MassReason[];
    }
);
