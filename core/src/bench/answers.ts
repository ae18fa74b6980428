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
export const afterMasses = (run: CartridgeRun): Uncertain[] => massesOf(run, (i) => `weigh-after-${i}`);

function massesOf(run: CartridgeRun, idOf: (i: number) => StepId): Uncertain[] {
  const masses: Uncertain[] = [];
  for (let i = 1; ; i++) {
    const mass = massOf(run, idOf(i));
    if (!mass) return masses;
    masses.push(mass);
  }
}

/** Masses of a two-part cartridge's head by itself, in order: before, after its fill, and after each correction of it. */
export function headMasses(run: CartridgeRun): Uncertain[] {
  const before = massOf(run, 'weigh-head');
  return before ? [before, ...massesOf(run, (i) => `head-weigh-after-${i}`)] : [];
}

/** What the head weighs now: primed, full, or as it came. */
export const headMassNow = (run: CartridgeRun): Uncertain | null =>
  massOf(run, 'weigh-primed') ?? headMasses(run).at(-1) ?? null;

/** Masses of the tank by itself, in order: as the fill began, after it, and after each correction of it. */
export function tankMasses(run: CartridgeRun): Uncertain[] {
  const masses: Uncertain[] = [];
  const start = run.answers['weigh-drawn'] ?? run.answers['weigh-before'];
  for (
    let i = 0, answer = start;
    answer?.kind === 'mass' && answer.headG;
    answer = run.answers[`weigh-after-${++i}`]
  )
    masses.push({ value: answer.massG.value - answer.headG.value, u: answer.massG.u });
  return masses;
}

/** Is the body filled for the first time, by this fill's word: new, or an original that nobody opened yet? */
export const isFirstFill = ({ occasion }: Pick<CartridgeRun, 'occasion'>): boolean =>
  occasion === 'first' || occasion === 'original';

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
