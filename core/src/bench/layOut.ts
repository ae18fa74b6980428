import type { Book } from '../ledger';
import { advance } from './advance';
import { beginProblems, type BeginProblem } from './beginProblems';
import { beginRun, type RunChoice } from './beginRun';
import { CHECKS } from './checks';
import { expectedG } from './expectedG';
import { massAnswer } from './massAnswer';
import { panOf } from './panOf';
import type { Answer, CartridgeRun } from './run';
import type { RunEnv } from './env';
import { runEnv } from './runEnv';
import type { Step, StepId } from './step';
import { currentStep, stepsFor } from './stepsFor';

/** A step as it will stand when its turn comes, and where each answer to it leads. */
export interface LaidStep {
  readonly step: Step;
  readonly answers: readonly { readonly code: string; readonly leadsTo: StepId | null }[];
}

export interface LaidOut {
  readonly steps: readonly LaidStep[];
  /** What stops Begin, and what it asks. */
  readonly problems: readonly BeginProblem[];
}

const MOST_STEPS = 120;

/**
 * A whole run on paper: every step as it will come if all goes as planned, masses as the log foretells them, with where the
 * other answers would lead.
 *
 * @param at UTC instant of its beginning
 * @throws RangeError when the cartridge or its type is not in the workbook
 */
export function layOut(book: Book, choice: RunChoice, at: string): LaidOut {
  const problems = beginProblems(book, choice);
  let run = beginRun(book, choice, 'paper', at);
  const env = runEnv(book, run, at)!;
  const steps: LaidStep[] = [];
  for (let i = 0; i < MOST_STEPS; i++) {
    const laid = stepsFor(run, env);
    if (laid.every((step) => run.done.includes(step.id))) break;
    const step = currentStep(run, laid);
    steps.push({
      step,
      answers: codesOf(step).map((code) => ({ code, leadsTo: after(run, env, step, code) })),
    });
    run = advance(run, { type: 'next', step, answer: plannedAnswer(run, env, step, at) });
  }
  return { steps, problems };
}

const codesOf = (step: Step): readonly string[] =>
  step.kind === 'check' ? step.answers : step.kind === 'decide' ? step.options : [];

/** The step that comes when a check or a decision is answered so; null: the run is over. */
function after(run: CartridgeRun, env: RunEnv, step: Step, code: string): StepId | null {
  const answered = advance(run, { type: 'next', step, answer: { kind: 'choice', choice: code } });
  const laid = stepsFor(answered, env);
  return laid.find((next) => !answered.done.includes(next.id))?.id ?? null;
}

/** As planned: masses as foretold, doses as asked, checks that are well, decisions as suggested. */
export function plannedAnswer(run: CartridgeRun, env: RunEnv, step: Step, at: string): Answer {
  switch (step.kind) {
    case 'weigh':
      return massAnswer(
        run,
        env,
        step,
        { value: expectedG(run, env, step) + panOf(run, env).massG.value, u: 0.02 },
        at,
      );
    case 'load':
      return { kind: 'load', ml: step.ml.value, massG: null };
    case 'draw':
      return { kind: 'volume', ml: { value: step.ml.value, u: 0.1 }, fate: step.suggested };
    case 'check':
      return { kind: 'choice', choice: CHECKS[step.check].answers[0]! };
    case 'decide':
      return { kind: 'choice', choice: step.suggested };
    default:
      return { kind: 'done' };
  }
}
