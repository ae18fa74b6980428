import { latest, DAY_MS } from '../time';
import type { Uncertain } from '../quantity';
import type { FactDraft, Look } from '../workbook';
import type { RunEvent } from './advance';
import { lastCheck, massBefore } from './answers';
import type { CheckCode } from './checks';
import { judgeRest } from './judgeRest';
import type { Answer, CartridgeRun } from './run';
import type { RunEnv } from './env';
import { forkOf } from './forkOf';
import { runFacts } from './runFacts';
import type { AsideReason, Step } from './step';
import { weighingFact } from './weighingFact';

/** What a step that was answered leaves: facts to be recorded, and events that move the run along. */
export interface StepOutcome {
  readonly facts: readonly FactDraft[];
  readonly events: readonly RunEvent[];
  /** What was saved, for the notice that says so; null when nothing was. */
  readonly saved:
    | 'weighed'
    | 'takenOut'
    | 'installed'
    | 'cleaned'
    | 'filled'
    | 'signalled'
    | 'lowered'
    | 'ownEmpty'
    | 'wet'
    | 'rejected'
    | 'sound'
    | null;
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
    // Its rest was sound: what an earlier rest told is mended.
    const mended =
      step.id === 'weigh-rested' && env.rejected?.found === 'leaksAtRest'
        ? judgeRest({ ...run, answers: { ...run.answers, [step.id]: answer } }, env)?.state === 'sound'
        : false;
    if (mended)
      return only([weighingFact(run, step.id, step.purpose, answer), looked(run, 'sound', at)], 'weighed');
    const atOnce = step.part !== 'head' && forkOf(run, env).facts.every(({ kind }) => kind === 'portChanged');
    const weighed = only(atOnce ? [weighingFact(run, step.id, step.purpose, answer)] : [], 'weighed');
    // It is in the log by itself: the record leaves it out.
    return atOnce
      ? { ...weighed, events: [...weighed.events, { type: 'written', id: `${step.id}:` }] }
      : weighed;
  }
  if (step.kind === 'summary') return only(runFacts(run, env, at), 'filled');
  const choice = answer.kind === 'choice' ? answer.choice : null;
  if (
    step.kind === 'check' &&
    step.check === 'towel' &&
    choice === 'dry' &&
    env.rejected?.found === 'leaksAtRest'
  )
    return only([looked(run, 'sound', at)], 'sound');
  if (step.kind === 'check') return only(recognisedFacts(run, env, step.check, choice, at), 'signalled');
  if (step.kind === 'decide' && step.deciding.code === 'own-empty') return ownEmpty(run, choice, at, next);
  if (step.kind === 'decide' && step.deciding.code === 'lower-max')
    return only(
      choice === 'lower'
        ? [{ kind: 'defined', entity: { ...env.body.cartridge, maxG: step.deciding.massG }, run: run.id, at }]
        : [],
      'lowered',
    );
  switch (step.id) {
    case 'set-aside':
      return only(rejectedFacts(run, env, step, at), 'rejected');
    case 'where':
      // All looks were good: what an earlier one found wrong is mended. That nothing leaks is told by its rest.
      return only(
        env.rejected && env.rejected.found !== 'leaksAtRest' ? [looked(run, 'sound', at)] : [],
        'sound',
      );
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
      // It waits for its door: `doorFacts`.
      return only(
        seat && !run.oneDoor
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

/** The first weight of a new, dry cartridge: its own empty mass, water in it, or something that lay with it. */
function ownEmpty(run: CartridgeRun, choice: string | null, at: string, next: RunEvent): StepOutcome {
  const massG = massBefore(run);
  const id = run.written
    .flatMap((entry) => (entry.startsWith('weigh-before:') ? [entry.slice('weigh-before:'.length)] : []))
    .find((one) => one !== '');
  // Something else was on it: that weight is taken back, and it is weighed anew.
  if (choice === 'part')
    return {
      facts: id ? [{ kind: 'voided', factId: id, reason: 'another part was on it' }] : [],
      events: [{ type: 'back' }],
      saved: null,
    };
  if (!massG) return { facts: [], events: [next], saved: null };
  const purpose = choice === 'wet' ? ('drying' as const) : ('empty' as const);
  return {
    facts: [
      {
        kind: 'weighed',
        what: 'cartridge',
        subjectId: run.cartridgeId,
        massG,
        purpose,
        at,
        run: run.id,
        ...(run.scaleId ? { scaleId: run.scaleId } : {}),
      },
    ],
    events: [next],
    saved: choice === 'wet' ? 'wet' : 'ownEmpty',
  };
}

/** What a check that was given up says of the cartridge. */
const FOUND: Partial<Readonly<Record<AsideReason, Look>>> = {
  drip: 'drips',
  look: 'patches',
  flow: 'noFlow',
  tissue: 'colourMissing',
  towel: 'leaksAtRest',
};

const looked = (run: CartridgeRun, found: Look, at: string, mlPerDay?: Uncertain): FactDraft => ({
  kind: 'looked',
  cartridgeId: run.cartridgeId,
  found,
  ...(mlPerDay ? { mlPerDay } : {}),
  run: run.id,
  at,
});

function rejectedFacts(run: CartridgeRun, env: RunEnv, step: Step, at: string): FactDraft[] {
  const found = step.kind === 'do' && step.doing.code === 'set-aside' ? FOUND[step.doing.because] : undefined;
  return found ? [looked(run, found, at, found === 'leaksAtRest' ? leakOf(run, env) : undefined)] : [];
}

/** What it lost between its last weighing full and its rest, as so much a day. */
function leakOf(run: CartridgeRun, env: RunEnv): Uncertain | undefined {
  const rest = judgeRest(run, env);
  const rested = run.answers['weigh-rested'];
  const from = latest(
    Object.entries(run.answers).map(([id, answer]) =>
      answer.kind === 'mass' && id !== 'weigh-rested' ? answer.at : null,
    ),
  );
  if (rest?.state !== 'leaked' || rested?.kind !== 'mass' || from === null) return undefined;
  const days = Math.max(LEAST_REST_DAYS, (Date.parse(rested.at) - Date.parse(from)) / DAY_MS);
  const value = rest.lostMl / days;
  return { value, u: LEAK_U * value };
}
/** A rest shorter than an hour tells no rate. */
const LEAST_REST_DAYS = 1 / 24;
/** A leak goes on as it began, or stops: half of it is doubt. */
const LEAK_U = 0.5;

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
