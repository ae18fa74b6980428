import { useCallback } from 'react';
import {
  advance,
  entryProblems,
  factsOfStep,
  runEnv,
  runFacts,
  type Answer,
  type BenchRun,
  type CartridgeRun,
  type FactDraft,
  type RunEnv,
  type RunEvent,
  type Step,
  type StepOutcome,
} from '@hiraeth/core';
import { useAsk } from '../../state/ask';
import { useRecord } from '../../state/hooks';
import { useServices } from '../../state/services';
import { useAppDispatch } from '../../state/store';
import { keepNote, record } from '../../state/thunks';
import { noticed } from '../../state/workbookSlice';

/** Where a run in progress is kept beside the facts. */
export const BENCH_NOTE = 'bench';

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
}

/** Moves a run along: every step is kept before it is shown, and what it measured is in the log before that. */
export function useBench(bench: BenchRun, env: RunEnv | undefined): BenchActions {
  const dispatch = useAppDispatch();
  const services = useServices();
  const write = useRecord();
  const ask = useAsk();
  const run = bench.queue[bench.at]!;

  const keep = useCallback((next: BenchRun | undefined) => dispatch(keepNote(BENCH_NOTE, next)), [dispatch]);
  const put = useCallback(
    (changed: CartridgeRun) =>
      keep({ ...bench, queue: bench.queue.map((old) => (old.id === changed.id ? changed : old)) }),
    [bench, keep],
  );
  const apply = (from: CartridgeRun, ...events: RunEvent[]): CartridgeRun => events.reduce(advance, from);
  const now = (): string => new Date(services.clock.now()).toISOString();

  /** Facts and the run that they move along are kept in one transaction: both, or neither and the step stays. */
  const save = async (
    drafts: readonly FactDraft[],
    text: string | undefined,
    then: (ids: readonly string[]) => BenchRun | undefined,
  ): Promise<boolean> => {
    if (bench.rehearsal || drafts.length === 0) return keep(then([]));
    const facts = await write(drafts, text, (written) => ({
      [BENCH_NOTE]: then(written.map((fact) => fact.id)),
    }));
    return facts !== null;
  };
  const withRun = (changed: CartridgeRun): BenchRun => ({
    ...bench,
    queue: bench.queue.map((old) => (old.id === changed.id ? changed : old)),
  });

  /** Codes of what was asked of an answer and confirmed; null: it goes back and is corrected. */
  const sureOf = async (step: Step, answer: Answer): Promise<readonly string[] | null> => {
    if (!env || bench.rehearsal) return [];
    const { recorded, isVoidedBesides } = services.ledger;
    const fork = { ...env.book, recorded, isVoidedBesides, facts: [] };
    const problems = entryProblems(fork, run, env, step, answer, services.clock.now());
    if (problems.length === 0) return [];
    return (await ask(problems)) ? problems.map(({ code }) => code) : null;
  };

  const next: BenchActions['next'] = async (step, answer = { kind: 'done' }) => {
    if (!env) return;
    const outcome = factsOfStep(run, env, step, answer, now());
    const { events } = outcome;
    // It stands in its slot, the door still open: all of the queue go in with one routine.
    const seats = outcome.facts.flatMap((fact) =>
      bench.oneDoor && fact.kind === 'installed'
        ? fact.into.map((seat) => ({ printerId: fact.printerId, ...seat }))
        : [],
    );
    const facts = seats.length > 0 ? [] : outcome.facts;
    const saved = seats.length > 0 ? null : outcome.saved;
    // What is written at once is asked about as it is written.
    const confirmed = facts.length > 0 ? [] : await sureOf(step, answer);
    if (confirmed === null) return;
    await save(facts, saved ? savedWords(saved, env, answer) : undefined, (ids) => ({
      ...withRun(
        apply(
          run,
          ...events.map((event): RunEvent => (event.type === 'next' ? { ...event, confirmed } : event)),
          ...ids.map((id): RunEvent => ({ type: 'written', id: `${step.id}:${id}` })),
        ),
      ),
      ...(seats.length > 0 ? { waiting: [...(bench.waiting ?? []), ...seats] } : {}),
    }));
  };

  const back: BenchActions['back'] = async () => {
    const last = run.done[run.done.length - 1];
    const written = run.written
      .filter((entry) => entry.startsWith(`${last}:`))
      .map((entry) => entry.slice(entry.indexOf(':') + 1))
      .filter((id) => id !== '');
    if (written.length > 0) {
      const taken = await dispatch(
        record(
          written
            .reverse()
            .map((factId) => ({ kind: 'voided' as const, factId, reason: 'a step back on the bench' })),
          null,
          () => ({ [BENCH_NOTE]: withRun(apply(run, { type: 'back' })) }),
        ),
      );
      if (!taken.ok) dispatch(noticed({ text: 'That step could not be taken back.', tone: 'bad', undo: [] }));
      return;
    }
    await put(apply(run, { type: 'back' }));
  };

  const notSo: BenchActions['notSo'] = async (stepId) => {
    const steps = run.done.slice(run.done.indexOf(stepId));
    const written = run.written
      .flatMap((entry) =>
        steps.some((id) => entry.startsWith(`${id}:`)) ? [entry.slice(entry.indexOf(':') + 1)] : [],
      )
      .filter((id) => id !== '');
    const then = {
      ...withRun(apply(run, ...steps.map((): RunEvent => ({ type: 'back' })))),
      gear: 'guided' as const,
    };
    if (written.length === 0) return void (await keep(then));
    const taken = await dispatch(
      record(
        written
          .reverse()
          .map((factId) => ({ kind: 'voided' as const, factId, reason: 'a step back on the bench' })),
        null,
        () => ({ [BENCH_NOTE]: then }),
      ),
    );
    if (!taken.ok) dispatch(noticed({ text: 'That step could not be taken back.', tone: 'bad', undo: [] }));
  };

  /** The queue once this run has ended; nothing when it was the last. */
  const without = (ended: CartridgeRun): BenchRun | undefined => {
    const queue = bench.queue.map((old) => (old.id === ended.id ? ended : old));
    const open = queue.findIndex((other) => other.state === 'doing');
    return open < 0 ? undefined : { ...bench, queue, at: open };
  };

  return {
    next,
    back,
    spill: (ml) => void put(apply(run, { type: 'spilt', ml })),
    skip: (step) => void put(apply(run, { type: 'skipped', step })),
    foam: () => void put(apply(run, { type: 'foamed' })),
    turnTo: (index) => void keep({ ...bench, at: index }),
    shift: (gear) => void keep({ ...bench, gear }),
    notSo,
    finish: async () => {
      const then = without(apply(run, { type: 'ended', state: 'done' }));
      // The last one: the door is closed, and the printer primes once for all that went in.
      const seats = then === undefined && !bench.rehearsal ? (bench.waiting ?? []) : [];
      const [first] = seats;
      await save(
        first
          ? [
              {
                kind: 'installed',
                printerId: first.printerId,
                into: seats.map(({ slotId, cartridgeId }) => ({ slotId, cartridgeId })),
              },
            ]
          : [],
        first ? `Saved: ${seats.length} cartridges in, one priming routine.` : undefined,
        () => then,
      );
    },
    abandon: async () => {
      const recorded = run.done.includes('summary');
      const fresh = env && runEnv(services.ledger, run, now());
      const done = fresh && !recorded ? runFacts(run, fresh, now()) : [];
      const then = without(apply(run, { type: 'ended', state: 'abandoned' }));
      const seats = then === undefined && !bench.rehearsal ? (bench.waiting ?? []) : [];
      const [first] = seats;
      const all: FactDraft[] = [
        ...done,
        ...(first
          ? [
              {
                kind: 'installed' as const,
                printerId: first.printerId,
                into: seats.map(({ slotId, cartridgeId }) => ({ slotId, cartridgeId })),
              },
            ]
          : []),
      ];
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
