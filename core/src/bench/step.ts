import type { PlainDoing } from './plainDoing';
import type { Uncertain } from '../quantity';
import type { Construction, Fate, InkClass, Method, Ports, Printer } from '../workbook';
import type { Caution } from './cautions';
import type { CheckAnswer, CheckCode } from './checks';

/** Why a cartridge is put aside instead of going in. */
export type AsideReason = 'mismatch' | 'wet' | 'really-out' | CheckCode;

/** What there is to do, with what its words need to know. */
export type Doing =
  | { readonly code: PlainDoing }
  | { readonly code: 'shake'; readonly settles: boolean; readonly byNeedle: boolean; readonly liner: boolean }
  | {
      readonly code: 'draw-up';
      readonly ml: number;
      readonly bottle: string;
      readonly weighed: boolean;
      /** Air above the plunger that stays in, ml. */
      readonly airMl: number;
    }
  | { readonly code: 'in-syringe'; readonly ml: number; readonly keepBackMl: number }
  | {
      readonly code: 'take-out';
      readonly exchangeState: boolean;
      readonly openMinutes: number;
      readonly feed: Printer['feed'];
    }
  | {
      readonly code: 'shut-outlet';
      readonly by: 'keeper' | 'swab' | 'seal' | 'pad' | 'outletUp';
      /** With its seal intact: may it be primed through it? */
      readonly primeThroughSeal: boolean;
      /** Does it go on a scale? Then what shuts it goes with it. */
      readonly weighed: boolean;
    }
  | {
      readonly code: 'open';
      readonly port: 'plug' | 'pierce' | 'peel' | 'peelPierce' | 'drill' | 'push' | 'again';
      readonly hole: 'airHole' | 'clear';
      readonly template: boolean;
      /** Turned over while it is drilled; never while free ink stands in it. */
      readonly inverted: boolean;
    }
  | { readonly code: 'rinse'; readonly next: string }
  | { readonly code: 'pause'; readonly method: Method }
  | { readonly code: 'install'; readonly vent: boolean; readonly slot: string | null }
  | { readonly code: 'clean'; readonly tools: 'syringe' | 'funnel' | 'bottle' | 'clip' }
  | { readonly code: 'set-aside'; readonly because: AsideReason };

export type DecideCode =
  | 'own-empty'
  | 'contents'
  | 'mismatch'
  | 'wet'
  | 'really-out'
  | 'prime-decide'
  | 'lower-max'
  | 'new-chip'
  | 'self-reset'
  | 'where'
  | 'head-clean';

/** What an answer means, for its words. */
export type Deciding =
  | { readonly code: 'mismatch'; readonly differs: readonly Mismatch[] }
  | { readonly code: 'wet'; readonly waterMl: number; readonly dilution: number }
  | { readonly code: 'really-out' }
  | { readonly code: 'own-empty'; readonly massG: number; readonly usualG: number }
  | { readonly code: 'contents'; readonly capacityMl: number; readonly scale: boolean }
  | {
      readonly code: 'prime-decide';
      readonly primeMl: number;
      readonly cleaningMl: number;
      readonly rechargeMl: number;
      readonly ranDry: boolean;
    }
  | { readonly code: 'lower-max'; readonly massG: number }
  | { readonly code: 'new-chip' }
  | { readonly code: 'self-reset' }
  | {
      readonly code: 'where';
      readonly restMinutes: number;
      readonly sponge: boolean;
      readonly wasIn: boolean;
      readonly byScale: boolean;
    }
  | { readonly code: 'head-clean'; readonly lightMl: number; readonly rechargeMl: number };

/** How a bottle differs from the cartridge that it is to go into. */
export type Mismatch =
  | { readonly code: 'shade'; readonly bottle: string; readonly cartridge: string }
  | { readonly code: 'inkClass'; readonly bottle: InkClass; readonly cartridge: InkClass }
  | { readonly code: 'lot'; readonly bottle: string; readonly inside: string };

export type DrawCode =
  'draw-out' | 'prime' | 'prime-head' | 'prime-chamber' | 'draw-back' | 'drain' | 'leftover';

/** Ids that occur once in a run; the others are numbered. A saved run is known by them: they keep their meaning. */
type SingleId =
  | 'tools'
  | 'match'
  | 'weigh-before'
  | 'weigh-head'
  | 'weigh-primed'
  | 'weigh-drawn'
  | 'weigh-rested'
  | 'summary'
  | 'rest'
  | 'rest-began'
  | 'draw-out'
  | 'prime'
  | 'prime-head'
  | 'leftover'
  | Doing['code']
  | DecideCode;
type NumberedId =
  | `load-${number}-${number}`
  | `pause-${number}-${number}`
  | `rinse-${number}`
  | `weigh-after-${number}`
  | `top-off-${number}`
  | `draw-back-${number}`
  | `head-weigh-after-${number}`
  | `head-top-off-${number}`
  | `head-draw-back-${number}`
  | `${CheckCode}-${number}`
  | `${CheckCode}-${number}-${string}`;
export type StepId = SingleId | NumberedId;

interface Common<K extends string> {
  readonly id: StepId;
  readonly kind: K;
  readonly cautions: readonly Caution[];
  /** Ports as they must be before, and as they are after. */
  readonly requires?: Ports;
  readonly changes?: Ports;
  /** A timer that paces the step, in seconds. */
  readonly waitSeconds?: number;
}

export interface ToolsStep extends Common<'tools'> {
  readonly id: 'tools';
}
export interface DoStep extends Common<'do'> {
  readonly doing: Doing;
}
/** A look that has an answer; each answer but the first, which is the good one, has its consequence as steps. */
export interface CheckStep extends Common<'check'> {
  readonly check: CheckCode;
  readonly answers: readonly CheckAnswer[];
  /** Names of chambers, where the answers speak of them. */
  readonly chambers: readonly string[];
  /** What is compared, where the check is the match of bottle and cartridge. */
  readonly pairs: readonly { readonly bottle: string; readonly cartridge: string; readonly same: boolean }[];
}
/** The two bodies of a two-part cartridge. */
export type Part = 'head' | 'tank';

export interface WeighStep extends Common<'weigh'> {
  readonly purpose: 'before' | 'after' | 'rested';
  /** The one body of a two-part cartridge that is on the scale; absent: the whole. */
  readonly part?: Part;
  readonly again: boolean;
  /** g, where there is a figure to come to, with the tolerance that counts as done. */
  readonly targetG: number | null;
  readonly toleranceG: number | null;
  /** What lies on the scale with it, g: shown with the target, and taken off what is read. */
  readonly panG?: number;
}
export interface LoadStep extends Common<'load'> {
  readonly method: Method;
  readonly chamber: number;
  /** The chamber; empty where there is only one. */
  readonly name: string;
  /** The body of a two-part cartridge that it goes into. */
  readonly part?: Part;
  /** The ink and its lot. */
  readonly bottle: string;
  readonly ml: Uncertain;
  /** So many squeezes or drops, as its method counts; null where it counts none, or nobody knows what one gives. */
  readonly count: number | null;
  /** What the scale shows when it is in, g. */
  readonly scaleG: number | null;
  readonly piece: number;
  readonly pieces: number;
  /** To so much the syringe is filled before this load, ml; null where it holds enough, or none was chosen. */
  readonly fillMl: number | null;
  /** Drops that finish a fill: may be left off when it takes no more. */
  readonly drops: boolean;
}
export interface DrawStep extends Common<'draw'> {
  readonly draw: DrawCode;
  readonly construction: Construction;
  readonly chamber: number;
  /** The chamber to be primed, where there are several. */
  readonly part: string;
  readonly ml: Uncertain;
  readonly scaleG: number | null;
  readonly fates: readonly Fate[];
  readonly suggested: Fate;
  /** Of several inks or lots: never back into a bottle. */
  readonly mixed: boolean;
}
export interface DecideStep extends Common<'decide'> {
  readonly deciding: Deciding;
  readonly options: readonly string[];
  readonly suggested: string;
}
export interface RestStep extends Common<'rest'> {
  readonly id: 'rest' | 'rest-began';
  readonly minutes: number;
  readonly sponge: boolean;
}
export interface SummaryStep extends Common<'summary'> {
  readonly id: 'summary';
}

/** One step of a run: by its kind, what it asks for. Its words stand in `words/stepWords`. */
export type Step =
  ToolsStep | DoStep | CheckStep | WeighStep | LoadStep | DrawStep | DecideStep | RestStep | SummaryStep;
export type StepKind = Step['kind'];
export type StepOf<K extends StepKind> = Extract<Step, { kind: K }>;

type Draft<S> = S extends Step ? Omit<S, 'cautions'> & { readonly cautions?: readonly Caution[] } : never;
export type StepDraft = Draft<Step>;
/** Appends a step to the run that is being laid out. */
export type Lay = (step: StepDraft) => void;
