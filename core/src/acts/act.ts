import type { Dilution } from '../prepare';
import type { Uncertain } from '../quantity';
import type {
  Because,
  Black,
  CleaningLevel,
  FactDraft,
  Look,
  Paper,
  PolicyCode,
  PurchaseKind,
  Signal,
  Tool,
  WeighInCause,
} from '../workbook';

/** What somebody does, as the facts that say it, and what was done as a code: words are made of it where it is shown. */
export interface Act {
  readonly facts: readonly FactDraft[];
  readonly done: Done;
}

/** What a chip was told or told itself, as a person says it. */
export type ChipDoing = 'reset' | 'resetFailed' | 'newChip' | 'off' | 'ranDry' | Signal;

/** What was done: ids, figures, and what the person called it; other names are looked up where it is said. */
export type Done =
  | { readonly code: 'weighed'; readonly cartridgeId: string; readonly massG: number; readonly at?: 'drying' }
  | {
      readonly code: 'weighedDiluting';
      readonly cartridgeId: string;
      readonly massG: number;
      readonly stage: Dilution['stage'];
    }
  | { readonly code: 'bottleWeighed'; readonly bottleId: string; readonly massG: number }
  | {
      readonly code: 'scaleChecked';
      readonly scaleId: string;
      readonly massG: number;
      readonly nominalG: number;
    }
  | { readonly code: 'massesExchanged'; readonly cartridgeIds: readonly [string, string] }
  | { readonly code: 'massesExplained'; readonly because: Because }
  | { readonly code: 'ruledOut'; readonly cause: WeighInCause }
  | { readonly code: 'zeroCorrected'; readonly count: number; readonly g: number }
  | { readonly code: 'cleaningsLogged'; readonly count: number }
  | { readonly code: 'missedPrints'; readonly sheets: number }
  | { readonly code: 'putIn'; readonly printerId: string; readonly cartridgeIds: readonly string[] }
  | { readonly code: 'putBack'; readonly count: number }
  | { readonly code: 'clockSetRight'; readonly count: number }
  | { readonly code: 'rotated'; readonly printerId: string; readonly count: number }
  | { readonly code: 'takenOut'; readonly cartridgeId: string }
  | { readonly code: 'gaugeRead'; readonly slot: string; readonly fraction: number }
  | { readonly code: 'chip'; readonly slot: string; readonly doing: ChipDoing }
  | { readonly code: 'chipsReset'; readonly count: number }
  | { readonly code: 'levelSeen'; readonly cartridgeId: string; readonly fraction: number }
  | { readonly code: 'faded'; readonly cartridgeId: string; readonly saw: 'print' | 'reserve' }
  | { readonly code: 'ranDry'; readonly cartridgeId: string }
  | { readonly code: 'sensorSaid'; readonly cartridgeId: string; readonly sensor: 'optical' | 'float' }
  | { readonly code: 'looked'; readonly cartridgeId: string; readonly found: Look }
  | { readonly code: 'shaken'; readonly cartridgeIds: readonly string[] }
  | { readonly code: 'retired'; readonly cartridgeId: string; readonly reason: string }
  | { readonly code: 'bottleUsedUp'; readonly bottleId: string }
  | { readonly code: 'bottleOpened'; readonly bottleId: string }
  | { readonly code: 'cleaned'; readonly level: CleaningLevel; readonly channels?: readonly string[] }
  | { readonly code: 'printerMoved' }
  | { readonly code: 'headReplaced'; readonly printerId: string }
  | { readonly code: 'toolRetired' | 'toolBack'; readonly name: string }
  | { readonly code: 'printerRetired' | 'printerBack'; readonly name: string; readonly count: number }
  | { readonly code: 'settingChanged'; readonly what: string }
  | { readonly code: 'lineTakenOver' | 'shadeSwitched'; readonly slot: string; readonly shade: string }
  | { readonly code: 'printed'; readonly copies: number; readonly title: string; readonly again?: true }
  | { readonly code: 'planned'; readonly copies: number; readonly title: string }
  | { readonly code: 'spoilt'; readonly copies: number; readonly title: string }
  | { readonly code: 'cameOut'; readonly printed: number; readonly copies: number; readonly title: string }
  | { readonly code: 'printsTook'; readonly count: number; readonly black: Black }
  | { readonly code: 'printsCorrected' | 'jobsLogged' | 'jobsByRule'; readonly count: number }
  | { readonly code: 'filled' | 'drawnOut'; readonly cartridgeId: string; readonly ml: number }
  | { readonly code: 'pastEntered'; readonly what: PastKind; readonly count: number }
  | { readonly code: 'checked'; readonly printerId: string; readonly channels: number }
  | { readonly code: 'profiled'; readonly name: string }
  | { readonly code: 'graded'; readonly count: number }
  | { readonly code: 'measured'; readonly patches: number; readonly ink: 'original' | 'refill' }
  | { readonly code: 'priced'; readonly called: string }
  | { readonly code: 'bought'; readonly what: PurchaseKind; readonly name: string }
  | { readonly code: 'bottleBought'; readonly ink: string; readonly volumeMl: number }
  | { readonly code: 'squeezeKnown'; readonly tool: 'dropBottle' | 'squeezeBottle'; readonly ml: Uncertain }
  | { readonly code: 'densityKnown'; readonly inkId: string; readonly density: number }
  | { readonly code: 'emptied'; readonly cartridgeId: string }
  | { readonly code: 'drawnTo'; readonly cartridgeId: string; readonly ml: number }
  | { readonly code: 'rinseRound'; readonly round: number }
  | { readonly code: 'emptyMassKnown'; readonly cartridgeId: string; readonly g: number }
  | { readonly code: 'convertedTo'; readonly cartridgeId: string; readonly shade: string }
  | {
      readonly code: 'fillTo';
      readonly cartridgeId: string;
      readonly g: number;
      readonly as: 'target' | 'max';
    }
  | { readonly code: 'partWeighs'; readonly part: Tool['tool']; readonly g: number }
  | { readonly code: 'askPrinter' | 'stopAsking' | 'checkKnown'; readonly printerId: string }
  | { readonly code: 'readingsTaken'; readonly count: number }
  | { readonly code: 'switchesAt'; readonly slot: string; readonly ml: Uncertain }
  | { readonly code: 'weighInEvery'; readonly printerId: string; readonly days: number }
  | { readonly code: 'goesBy'; readonly printerId: string; readonly policy: PolicyCode }
  | { readonly code: 'doseEvery'; readonly days: number | null }
  | { readonly code: 'sizeKept'; readonly name: string }
  | { readonly code: 'ruleKept'; readonly title: string }
  | { readonly code: 'paperTakes'; readonly paper: string; readonly black: NonNullable<Paper['black']> }
  | { readonly code: 'putOff' }
  | { readonly code: 'setUp'; readonly name: string; readonly channels: number }
  | { readonly code: 'describedIn'; readonly name: string }
  | { readonly code: 'added' }
  | { readonly code: 'corrected' }
  | { readonly code: 'settled' };

/** What a table of the past holds. */
export type PastKind = 'masses' | 'fills' | 'prints';
