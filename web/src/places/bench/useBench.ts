import { takeBack } from '@hiraeth/core/acts';
import {
  advance,
  atOpenDoor,
  doorFacts,
  factsOfStep,
  runEnv,
  runFacts,
  type Answer,
  type BenchRun,
  type CartridgeRun,
  type RunEnv,
  type RunEvent,
  type Step,
  type StepOutcome,
} from '@hiraeth/core/bench';
import { entryProblems } from '@hiraeth/core/check';
import type { FactDraft } from '@hiraeth/core/workbook';
import { useAsk } from '../../state/ask';
import { useRecord } from '../../state/hooks';
import { useServices } from '../../state/services';
import { useAppDispatch } from '../../state/store';
import { record } from '../../state/thunks';
import { unfinishedNote, useUnfinished } from '../../state/unfinished';
import { noticed } from '../../state/workbookSlice';

export interface BenchActions {
  /** Goes on from a step, recording at once what it measured. */
  readonly next: (step: Step, answer?: Answer) => Promise<void>;
  readonly back: () => Promise<void>;
  readonly spill: (ml: number) => void;
  /** Only in a rehearsal: leaves a step out, or pushes the syringe's air in, to see what comes of it. */
  readonly skip: (step: Step) => void;
  readonly foam: () => void;
  readonly turnTo: (index: number) => void;
  readonly shift: (gear: 'guided' | 'quick') => void;
  /** A step was not done as taken: back to it, guided. */
  readonly notSo: (stepId: string) => Promise<void>;
  readonly finish: () => Promise<void>;
  readonly abandon: () => Promise<void>;
  /** The printer that stayed open for the queue is closed: all that stand in it are in. */
  readonly closeDoor: () => Promise<void>;
}

const DOOR_SAVED = 'Saved: the door is closed, one priming routine for all that went in.';

const apply = (from: CartridgeRun, ...events: RunEvent[]): CartridgeRun => events.reduce(advance, from);
const withRun = (bench: BenchRun, changed: CartridgeRun): BenchRun => ({
  ...bench,
  queue: bench.queue.map((old) => (old.id === changed.id ? changed : old)),
});
/** The queue once this run has ended; nothing when it was the last. */
function without(bench: BenchRun, ended: CartridgeRun): BenchRun | undefined {
  const { queue } = withRun(bench, ended);
  const open = queue.findIndex((other) => other.state === 'doing');
  return open < 0 ? undefined : { ...bench, queue, at: open };
}
/** The entries that these steps of a run wrote. */
const writtenBy = (run: CartridgeRun, steps: readonly string[]): string[] =>
  run.written.flatMap((entry) => {
    const at = entry.indexOf(':');
    const factId = entry.slice(at + 1);
    // A step without an id of its fact is only marked as written.
    return factId !== '' && steps.includes(entry.slice(0, at)) ? [factId] : [];
  });

type Then = (ids: readonly string[]) => BenchRun | undefined;
type Save = ReturnType<typeof useKeeping>['save'];

/** Keeps the bench, alone or with what a step wrote: in one transaction, both or neither. */
function useKeeping(bench: BenchRun) {
  const dispatch = useAppDispatch();
  const write = useRecord();
  const [, keepBench] = useUnfinished('bench');
  const keep = (next: BenchRun | undefined): Promise<boolean> => keepBench(next ?? null);
  const save = async (
    drafts: readonly FactDraft[],
    text: string | undefined,
    then: Then,
  ): Promise<boolean> => {
    if (bench.rehearsal || drafts.length === 0) return keep(then([]));
    const facts = await write(drafts, text, (written) =>
      unfinishedNote('bench', then(written.map((fact) => fact.id)) ?? null),
    );
    return facts !== null;
  };
  /** What was written is taken back, with the bench as it stands then. */
  const takeBackTo = async (written: readonly string[], then: BenchRun): Promise<void> => {
    if (written.length === 0) return void (await keep(then));
    const taken = await dispatch(
      record(takeBack(written, 'a step back on the bench'), null, () => unfinishedNote('bench', then)),
    );
    if (!taken.ok) dispatch(noticed({ text: 'That step could not be taken back.', tone: 'bad', undo: [] }));
  };
  return { keep, save, takeBackTo };
}

/** Moves a run along: every step is kept before it is shown, and what it measured is in the log before that. */
export function useBench(bench: BenchRun, env: RunEnv | undefined): BenchActions {
  const run = bench.queue[bench.at]!;
  const { keep, save, takeBackTo } = useKeeping(bench);
  const put = (changed: CartridgeRun) => keep(withRun(bench, changed));
  return {
    next: useNext(bench, run, env, save),
    back: () => takeBackTo(writtenBy(run, run.done.slice(-1)), withRun(bench, apply(run, { type: 'back' }))),
    spill: (ml) => void put(apply(run, { type: 'spilt', ml })),
    skip: (step) => void put(apply(run, { type: 'skipped', step })),
    foam: () => void put(apply(run, { type: 'foamed' })),
    turnTo: (index) => void keep({ ...bench, at: index }),
    shift: (gear) => void keep({ ...bench, gear }),
    notSo: async (stepId) => {
      const steps = run.done.slice(run.done.indexOf(stepId));
      const before = apply(run, ...steps.map((): RunEvent => ({ type: 'back' })));
      await takeBackTo(writtenBy(run, steps), { ...withRun(bench, before), gear: 'guided' });
    },
    ...useEnding(bench, run, env, save),
  };
}

/** On from a step: what is odd in its answer is asked about, and what it measured is recorded. */
function useNext(
  bench: BenchRun,
  run: CartridgeRun,
  env: RunEnv | undefined,
  save: Save,
): BenchActions['next'] {
  const services = useServices();
  const ask = useAsk();
  /** Codes of what was asked of an answer and confirmed; null: it goes back and is corrected. */
  const sureOf = async (step: Step, answer: Answer): Promise<readonly string[] | null> => {
    if (!env || bench.rehearsal) return [];
    const problems = entryProblems(services.ledger, run, env, step, answer, services.clock.now());
    if (problems.length === 0) return [];
    return (await ask(problems)) ? problems.map(({ code }) => code) : null;
  };
  return async (step, answer = { kind: 'done' }) => {
    if (!env) return;
    const now = new Date(services.clock.now()).toISOString();
    const { facts, events, saved } = factsOfStep(run, env, step, answer, now);
    // What is written at once is asked about as it is written.
    const confirmed = facts.length > 0 ? [] : await sureOf(step, answer);
    if (confirmed === null) return;
    await save(facts, saved ? savedWords(saved, env, answer) : undefined, (ids) =>
      withRun(
        bench,
        apply(
          run,
          ...events.map((event): RunEvent => (event.type === 'next' ? { ...event, confirmed } : event)),
          ...ids.map((id): RunEvent => ({ type: 'written', id: `${step.id}:${id}` })),
        ),
      ),
    );
  };
}

/** The end of a run, as it should be or left off; with the last of the queue the door is closed. */
function useEnding(
  bench: BenchRun,
  run: CartridgeRun,
  env: RunEnv | undefined,
  save: Save,
): Pick<BenchActions, 'closeDoor' | 'finish' | 'abandon'> {
  const services = useServices();
  /** The printer primes once for all that stand in it. */
  const doorClosed = (then: BenchRun | undefined): FactDraft[] =>
    then === undefined ? doorFacts(services.ledger, bench) : [];
  return {
    closeDoor: async () => {
      const behind = new Set(atOpenDoor(services.ledger, bench).map((one) => one.run.id));
      await save(doorFacts(services.ledger, bench), DOOR_SAVED, () => ({
        ...bench,
        // One fact for all of them: a step back of one does not take the others out.
        queue: bench.queue.map((one) =>
          behind.has(one.id) ? apply(one, { type: 'written', id: 'install:' }) : one,
        ),
      }));
    },
    finish: async () => {
      const then = without(bench, apply(run, { type: 'ended', state: 'done' }));
      await save(doorClosed(then), DOOR_SAVED, () => then);
    },
    abandon: async () => {
      const now = new Date(services.clock.now()).toISOString();
      const recorded = run.done.includes('summary');
      const fresh = env && runEnv(services.ledger, run, now);
      const done = fresh && !recorded ? runFacts(run, fresh, now) : [];
      const then = without(bench, apply(run, { type: 'ended', state: 'abandoned' }));
      const all = [...done, ...doorClosed(then)];
      await save(
        all,
        all.length > 0 ? 'Left off. What was really done is in the log.' : undefined,
        () => then,
      );
    },
  };
}

function savedWords(saved: NonNullable<StepOutcome['saved']>, env: RunEnv, answer: Answer): string {
  const { label } = env.body.cartridge;
  switch (saved) {
    case 'weighed':
      return `Saved: ${label} weighs ${answer.kind === 'mass' ? answer.massG.value.toFixed(2) : '?'} g.`;
    case 'takenOut':
      return `Saved: ${label} is out of the printer.`;
    case 'installed':
      return `Saved: ${label} is in ${env.printer?.name ?? 'the printer'}.`;
    case 'cleaned':
      return 'Saved: a head cleaning.';
    case 'filled':
      return `Saved: the fill of ${label}.`;
    case 'signalled':
      return `Saved: what the printer says of ${label}.`;
    case 'ownEmpty':
      return `Saved: the empty mass of ${label}.`;
    case 'wet':
      return `Saved: ${label} is wet; it dries in Prepare.`;
    case 'rejected':
      return `Saved: ${label} is not to go into a printer until a later look is good.`;
    case 'sound':
      return `Saved: ${label} is sound again.`;
    case 'lowered':
      return `Saved: ${label} is filled less high from now on.`;
  }
}
