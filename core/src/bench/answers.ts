import type { Uncertain } from '../quantity';
import type { CheckAnswer, CheckCode } from './checks';
import type { CartridgeRun } from './run';
import type { DecideCode, StepId } from './step';

/** Mass before, as answered. */
export const massBefore = (run: CartridgeRun): Uncertain | null => massOf(run, 'weigh-before');
/** Mass that the fill began from: after what was left had been drawn out, where that was weighed. */
export const massStart = (run: CartridgeRun): Uncertain | null =>
  massOf(run, 'weigh-drawn') ?? massBefore(run);
export const massOf = (run: CartridgeRun, stepId: StepId): Uncertain | null => {
  const answer = run.answers[stepId];
  return answer?.kind === 'mass' ? answer.massG : null;
};
/** Masses of the full cartridge, in order: after the fill, and after each correction of it. */
export function afterMasses(run: CartridgeRun): Uncertain[] {
  const masses: Uncertain[] = [];
  for (let i = 1; ; i++) {
    const mass = massOf(run, `weigh-after-${i}`);
    if (!mass) return masses;
    masses.push(mass);
  }
}

/** What was decided; null while it was not. */
export const decided = (run: CartridgeRun, id: DecideCode): string | null => choiceOf(run, id);

/** The n-th answer to a check, from 1; null while it was not answered. */
export const checked = (run: CartridgeRun, check: CheckCode, n: number): CheckAnswer | null =>
  choiceOf(run, `${check}-${n}`) as CheckAnswer | null;

/** How the last look at a check came out; null when nobody looked. */
export function lastCheck(run: CartridgeRun, check: CheckCode): CheckAnswer | null {
  let last: CheckAnswer | null = null;
  for (let n = 1; ; n++) {
    const answer = checked(run, check, n);
    if (answer === null) return last;
    last = answer;
  }
}

function choiceOf(run: CartridgeRun, id: string): string | null {
  const answer = run.answers[id];
  return answer?.kind === 'choice' ? answer.choice : null;
}

/** Did it stand in a printer when the run began? The ledger no longer says so once it is out, or in again. */
export const wasInPrinter = (run: CartridgeRun): boolean =>
  run.wasIn !== null || run.done.includes('take-out');
