import type { FactDraft } from '../workbook';
import type { RunEvent } from './advance';
import { lastCheck } from './answers';
import type { CheckCode } from './checks';
import type { Answer, CartridgeRun } from './run';
import type { RunEnv } from './runEnv';
import { forkOf } from './forkOf';
import { runFacts } from './runFacts';
import type { Step } from './step';
import { weighingFact } from './weighingFact';

/** What a step that was answered leaves: facts to be recorded, and events that move the run along. */
export interface StepOutcome {
  readonly facts: readonly FactDraft[];
  readonly events: readonly RunEvent[];
  /** What was saved, for the notice that says so; null when nothing was. */
  readonly saved:
    'weighed' | 'takenOut' | 'installed' | 'cleaned' | 'filled' | 'signalled' | 'lowered' | null;
}

/**
 * The facts of one step, as the person answered it. The screen, a rehearsal and the truth tests all drive a run by this: what
 * was measured is recorded at once, so that an abandoned run keeps it; the fill is recorded as a whole at the summary.
 *
 * @param run before the step
 * @param step that is answered
 * @param answer of the person; `done` where there is nothing to say
 * @param at UTC instant
 */
export function factsOfStep(
  run: CartridgeRun,
  env: RunEnv,
  step: Step,
  answer: Answer,
  at: string,
): StepOutcome {
  const next: RunEvent = { type: 'next', step, answer: answer.at === undefined ? { ...answer, at } : answer };
  const only = (facts: readonly FactDraft[], saved: StepOutcome['saved']): StepOutcome => ({
    facts,
    events: [next],
    saved: facts.length > 0 ? saved : null,
  });
  // A head waits for its tank: together they are what the cartridge weighs.
  // What was weighed before anything else happened is in the log at once, and so is what is weighed after the record; all
  // between waits on the fork for what went in before it.
  if (step.kind === 'weigh' && answer.kind === 'mass') {
    const atOnce = step.part !== 'head' && forkOf(run, env).facts.every(({ kind }) => kind === 'portChanged');
    return only(atOnce ? [weighingFact(run, step.id, step.purpose, answer)] : [], 'weighed');
  }
  if (step.kind === 'summary') return only(runFacts(run, env, at), 'filled');
  const choice = answer.kind === 'choice' ? answer.choice : null;
  if (step.kind === 'check') return only(recognisedFacts(run, env, step.check, choice, at), 'signalled');
  if (step.kind === 'decide' && step.deciding.code === 'lower-max')
    return only(
      choice === 'lower'
        ? [{ kind: 'defined', entity: { ...env.body.cartridge, maxG: step.deciding.massG }, run: run.id, at }]
        : [],
      'lowered',
    );
  switch (step.id) {
    case 'take-out': {
      const { wasIn } = run;
      return {
        facts: wasIn
          ? [
              {
                kind: 'removed',
                printerId: wasIn.printerId,
                cartridgeIds: [run.cartridgeId],
                run: run.id,
                at,
              },
            ]
          : [],
        events: [next, { type: 'out', at }],
        saved: wasIn ? 'takenOut' : null,
      };
    }
    case 'install': {
      const seat = seatOf(run, env);
      return only(
        seat
          ? [
              {
                kind: 'installed',
                printerId: seat.printerId,
                into: [{ slotId: seat.slotId, cartridgeId: run.cartridgeId }],
                run: run.id,
                at,
              },
            ]
          : [],
        'installed',
      );
    }
    case 'head-clean':
      return only(
        (choice === 'light' || choice === 'recharge') && env.printer
          ? [{ kind: 'cleaned', printerId: env.printer.id, level: choice, run: run.id, at }]
          : [],
        'cleaned',
      );
    default:
      return only([], null);
  }
}

const seatOf = (run: CartridgeRun, env: RunEnv): CartridgeRun['wasIn'] =>
  run.wasIn ?? (env.printer && env.slot ? { printerId: env.printer.id, slotId: env.slot.id } : null);

/** What the printer said of it once it was in; that it is seen is a fact only where it was not at first. */
function recognisedFacts(
  run: CartridgeRun,
  env: RunEnv,
  check: CheckCode,
  choice: string | null,
  at: string,
): FactDraft[] {
  const seat = seatOf(run, env);
  if (check !== 'recognised' || !seat || (choice === 'recognised' && lastCheck(run, 'recognised') === null))
    return [];
  const signal = choice === 'recognised' ? ('recognised' as const) : ('notRecognised' as const);
  return [{ kind: 'chipSignalled', ...seat, signal, run: run.id, at }];
}
