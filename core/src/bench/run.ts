import type { Uncertain } from '../quantity';
import type { Fate, Method, Occasion, Ports } from '../workbook';

/** What was measured or decided at a step; keyed by the step's id. When it was, where the run's build noted it. */
export type Answer = { readonly at?: string } & (
  | { readonly kind: 'done' }
  | {
      readonly kind: 'mass';
      readonly massG: Uncertain;
      readonly at: string;
      /** Where head and tank were weighed each by itself: the head, which is part of `massG`. */
      readonly headG?: Uncertain;
      /** What lay on the scale with it, and is taken off `massG`. */
      readonly withParts?: readonly string[];
      readonly partsG?: Uncertain;
    }
  | { readonly kind: 'volume'; readonly ml: Uncertain; readonly fate: Fate }
  | { readonly kind: 'load'; readonly ml: number; readonly massG: Uncertain | null }
  | { readonly kind: 'choice'; readonly choice: string }
  | { readonly kind: 'rest'; readonly until: string }
);

/** One cartridge's way through the bench: plain data, saved after every step, so that it survives a closed browser. */
export interface CartridgeRun {
  readonly id: string;
  readonly cartridgeId: string;
  readonly method: Method;
  readonly occasion: Occasion;
  /** One bottle for each chamber. */
  readonly bottleIds: readonly string[];
  readonly scaleId: string | null;
  readonly syringeId: string | null;
  /** What one squeeze gives, or one drop where drops are counted, ml. */
  readonly squeezeMl: number | null;
  /** Doses by chamber where the person set their own; null: by the plan. */
  readonly dosesMl: readonly (number | null)[];
  /** Codes of what was asked before it began and answered with yes: recorded with its fills. */
  readonly confirmed?: readonly string[];
  /** Weigh at all? Line-only and syringe-only fills are allowed, with their larger u. */
  readonly byScale: boolean;
  /** Its printer stays open until all of its queue are in: they go in together, and it primes once. */
  readonly oneDoor?: boolean;
  readonly startedAt: string;
  /** What was believed to be inside when the run began, for what is said of its beginning; all that follows is read from the fork. */
  readonly inkBefore: Uncertain | null;
  /** Where it stood when the run began: it is taken out of there, and goes back there. */
  readonly wasIn: { readonly printerId: string; readonly slotId: string } | null;
  readonly outSince: string | null;
  readonly answers: Readonly<Record<string, Answer>>;
  /** Ids of steps done, in order (`StepId`; a run saved by an earlier version may hold others). */
  readonly done: readonly string[];
  /** Steps left out on purpose in a rehearsal, to see what comes of it; foam pushed in with the last of a syringe. */
  readonly skipped: readonly string[];
  readonly foam: boolean;
  readonly spiltMl: number;
  /** What was spilt, and after which step (null: before the first); together `spiltMl`. */
  readonly spills?: readonly { readonly ml: number; readonly after: string | null }[];
  readonly ports: Ports;
  /** Ports as they stood before a step changed them, by step: a step back puts them back. */
  readonly portsWere?: Readonly<Record<string, Ports>>;
  /** Facts already written for this run, so that nothing is written twice. */
  readonly written: readonly string[];
  /** Questions asked of an entry and answered with yes, by step. */
  readonly answered?: Readonly<Record<string, readonly string[]>>;
  readonly state: 'doing' | 'done' | 'abandoned';
}

export interface BenchRun {
  readonly id: string;
  readonly rehearsal: boolean;
  /** Quick: only what is measured or decided stops the run. */
  readonly gear?: 'guided' | 'quick';
  readonly queue: readonly CartridgeRun[];
  /** The one in hand. */
  readonly at: number;
  readonly startedAt: string;
}
