import type { CartridgeRun } from './run';
import type { Step } from './step';

/**
 * In the quick gear a run stops only where something is measured, decided against the plan, or goes into the printer or the
 * log; all other steps are taken as done as planned, and can be said to be otherwise.
 *
 * @returns true when the step needs the person
 */
export function stopsQuick(step: Step): boolean {
  switch (step.kind) {
    case 'weigh':
    case 'load':
    case 'rest':
    case 'summary':
      return true;
    case 'tools':
      // Once for the first cartridge of a queue: tools are laid out once.
      return false;
    case 'do':
      return step.doing.code === 'install' || step.doing.code === 'set-aside' || step.doing.code === 'stand';
    case 'check':
      // A match that is none, and every look after one that was not well, is looked at by a person.
      return step.pairs.some((pair) => !pair.same) || !step.id.endsWith('-1');
    case 'draw':
      return step.draw === 'draw-out' || step.draw === 'draw-back' || step.draw === 'drain';
    case 'decide':
      return (
        step.deciding.code === 'mismatch' ||
        step.deciding.code === 'own-empty' ||
        step.deciding.code === 'contents' ||
        step.deciding.code === 'wet' ||
        step.deciding.code === 'really-out' ||
        step.deciding.code === 'lower-max'
      );
  }
}

/** Steps that were taken as done since the run last stopped, oldest first. */
export function takenAsDone(steps: readonly Step[], run: CartridgeRun): Step[] {
  const done = run.done.flatMap((id) => steps.find((step) => step.id === id) ?? []);
  const last = done.findLastIndex((step) => stopsQuick(step));
  return done.slice(last + 1);
}
