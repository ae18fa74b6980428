import {
  advance,
  currentStep,
  factsOfStep,
  runEnv,
  runFacts,
  stepsFor,
  massAnswer,
  type Answer,
  type CartridgeRun,
  type CheckAnswer,
  type CheckCode,
  type RunEnv,
  type RunEvent,
  type Step,
  type StepOf,
} from '@hiraeth/core/bench';
import { Ledger } from '@hiraeth/core/ledger';
import { scaleUncertainty } from '@hiraeth/core/quantity';
import { makeStamp, type Fact, type FactDraft, type Fate } from '@hiraeth/core/workbook';
import type { Chance } from '../random';

/** What nature did in a driven run. */
export interface RunTruth {
  insideMl: number;
  /** Out of each bottle, less what went back. */
  readonly outMl: Record<string, number>;
  readonly steps: string[];
}

export interface Hands {
  readonly fate: Fate;
  readonly prime: 'prime' | 'skip' | 'printer';
  /** Relative error of the person's syringe. */
  readonly clumsy: number;
  /** Pours this share too much on the first load. */
  readonly over: number;
  readonly spillMl: number;
  readonly abandonAt: number | null;
  /** How the first look of a check comes out, where it is not well. */
  readonly looks?: Partial<Record<CheckCode, CheckAnswer>> | undefined;
}

/** Drives one cartridge's run to its end as a person would, with a true cartridge under it; gives the facts it left. */
export function driveRun(
  facts: readonly Fact[],
  start: CartridgeRun,
  hands: Hands,
  chance: Chance,
  trueRho: number,
  trueEmptyG: number,
  insideMl: number,
): { ledger: Ledger; run: CartridgeRun; truth: RunTruth } {
  const ledger = Ledger.from(facts);
  let now = Date.parse(start.startedAt);
  const stamp = makeStamp({ now: () => now }, chance.next);
  const write = (drafts: readonly FactDraft[]): void => ledger.add(stamp(drafts));
  const truth: RunTruth = { insideMl, outMl: {}, steps: [] };
  let run = start;
  const put = (...events: RunEvent[]): void => {
    run = events.reduce(advance, run);
  };
  const iso = (): string => new Date(now).toISOString();
  const take = (bottleId: string, ml: number): void => {
    truth.outMl[bottleId] = (truth.outMl[bottleId] ?? 0) + ml;
  };
  /** Of what is inside, what the head of a two-part cartridge holds. */
  let headMl = 0.12 * insideMl;
  const scale = { resolutionG: 0.01, repeatabilityG: 0.015 };
  let first = true;
  for (let i = 0; i < 80; i++) {
    const env = runEnv(ledger, run, iso())!;
    const steps = stepsFor(run, env);
    if (steps.every((step) => run.done.includes(step.id))) break;
    const step = currentStep(run, steps);
    truth.steps.push(step.id);
    now += 60_000;
    if (hands.abandonAt === i) {
      if (!run.done.includes('summary')) write(runFacts(run, env, iso()));
      put({ type: 'ended', state: 'abandoned' });
      break;
    }
    if (step.kind === 'load' && first && hands.spillMl > 0) {
      truth.insideMl = Math.max(0, truth.insideMl - hands.spillMl);
      put({ type: 'spilt', ml: hands.spillMl });
    }
    const answer = answerTo(step, env);
    // Exactly what the screen does.
    const { facts, events } = factsOfStep(run, env, step, answer, iso());
    write(facts);
    put(...events);
  }
  return { ledger, run, truth };

  /** What really stands on the scale: the whole, or one of its two bodies. */
  function onScaleG(step: StepOf<'weigh'>): number {
    const emptyHeadG = 0.6 * trueEmptyG;
    const whole = trueEmptyG + truth.insideMl * trueRho;
    if (!step.part) return whole;
    const head = emptyHeadG + headMl * trueRho;
    return step.part === 'head' ? head : whole - head;
  }

  function answerTo(step: Step, env: RunEnv): Answer {
    switch (step.kind) {
      case 'weigh': {
        const g = onScaleG(step) + chance.normal(0, 0.015);
        return massAnswer(
          run,
          env,
          step,
          { value: Math.round(g * 100) / 100, u: scaleUncertainty(scale) },
          iso(),
        );
      }
      case 'load': {
        const bottleId = run.bottleIds[step.chamber] ?? run.bottleIds[0]!;
        const asked = step.count === null ? step.ml.value : step.count * (run.squeezeMl ?? 1);
        const poured = asked * (first ? 1 + hands.over : 1);
        first = false;
        const ml = Math.max(0, poured * (1 + chance.normal(0, hands.clumsy)));
        truth.insideMl += ml;
        if (step.part === 'head') headMl += ml;
        take(bottleId, ml);
        return { kind: 'load', ml: poured, massG: null };
      }
      case 'draw': {
        const asked = step.ml.value;
        const hand = step.fates.includes(hands.fate) ? hands.fate : step.suggested;
        if (step.draw === 'leftover') {
          // What stayed in the syringe came out of the bottle too; where it goes decides who has it.
          if (hand !== 'bottle') take(run.bottleIds[0]!, asked);
          if (hand === 'cartridge') truth.insideMl += asked;
          return { kind: 'volume', ml: { value: asked, u: 0.1 }, fate: hand };
        }
        const ml = Math.min(truth.insideMl, asked);
        const fate = step.draw === 'draw-out' ? 'bin' : hand;
        if (fate !== 'cartridge') truth.insideMl -= ml;
        if (fate !== 'cartridge' && /head/.test(step.id)) headMl -= ml;
        if (fate === 'bottle') take(run.bottleIds[0]!, -ml);
        return { kind: 'volume', ml: { value: ml, u: 0.1 }, fate };
      }
      case 'decide':
        return {
          kind: 'choice',
          choice:
            step.id === 'prime-decide' && step.options.includes(hands.prime)
              ? hands.prime
              : step.id === 'where'
                ? 'rest'
                : step.suggested,
        };
      // The first look is sometimes not well; what follows mends it.
      case 'check': {
        const wrong = step.id.endsWith('-1') ? (hands.looks?.[step.check] ?? null) : null;
        return { kind: 'choice', choice: wrong ?? step.answers[0]! };
      }
      default:
        return { kind: 'done' };
    }
  }
}
