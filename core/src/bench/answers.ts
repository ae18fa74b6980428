import type { Uncertain } from '../quantity';
import type { CartridgeRun } from './run';

/** Mass before, as answered. */
export const massBefore = (run: CartridgeRun): Uncertain | null => massOf(run, 'weigh-before');
export const massOf = (run: CartridgeRun, stepId: string): Uncertain | null => {
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

/** Did it stand in a printer when the run began? The ledger no longer says so once it is out, or in again. */
export const wasInPrinter = (run: CartridgeRun): boolean =>
  run.wasIn !== null || run.done.includes('take-out');
