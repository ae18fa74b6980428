import { logByRule, logJobs, type CompletedJob } from '@hiraeth/core/acts';
import { useMemo } from 'react';
import { sortJobs, type AskOptions, type DraftJob, type JobGuess } from '@hiraeth/core/jobs';
import { useLedger, useAct } from '../../state/hooks';
import { useServices } from '../../state/services';
import { unfinishedNote, useUnfinished, type Unfinished } from '../../state/unfinished';

/** Ids of jobs put away that are remembered. */
const MOST_AWAY = 20_000;

type TrayNote = Unfinished['tray'];
const EMPTY: TrayNote = { waiting: [], away: [], whole: [] };

/** A waiting job as the person completes it. */
export type Completed = CompletedJob;

export interface Tray {
  readonly waiting: readonly { readonly job: DraftJob; readonly guess: JobGuess }[];
  /**
   * Takes jobs in; says what became of them.
   *
   * @param wholeOf the printer whose queue was read to its end with them
   */
  readonly takeIn: (jobs: readonly DraftJob[], wholeOf?: string) => Promise<string>;
  /** What came in of a printer's queue before, so that only what is newer is asked for. */
  readonly knownOf: (printerId: string) => Pick<AskOptions, 'isKnown' | 'onlyNewer'>;
  readonly log: (jobs: readonly { readonly job: DraftJob; readonly as: Completed }[]) => Promise<void>;
  readonly putAway: (jobs: readonly DraftJob[]) => Promise<void>;
}

/** The tray of jobs that the print system did and nobody logged yet. */
export function useTray(): Tray {
  const ledger = useLedger();
  const act = useAct();
  const { clock } = useServices();
  const [kept, keep] = useUnfinished('tray');
  const note = kept ?? EMPTY;

  const whole = note.whole ?? [];

  const knownOf: Tray['knownOf'] = (printerId) => {
    const known = new Set([...note.away, ...note.waiting.map(({ id }) => id)]);
    for (const fact of ledger.facts) if (fact.kind === 'printed' && fact.job) known.add(fact.job.id);
    return { isKnown: (id) => known.has(id), onlyNewer: whole.includes(printerId) };
  };

  const takeIn: Tray['takeIn'] = async (jobs, wholeOf) => {
    const seen = new Set([...note.away, ...note.waiting.map(({ id }) => id)]);
    const sorted = sortJobs(ledger, ledger.facts, jobs, seen);
    const next: TrayNote = {
      waiting: [...note.waiting, ...sorted.waiting.map(({ job }) => job)],
      away: [...note.away, ...sorted.ignored.map(({ id }) => id)].slice(-MOST_AWAY),
      whole: wholeOf === undefined ? whole : [...new Set([...whole, wholeOf])],
    };
    const facts = sorted.logged.map(({ fact }) => fact);
    if (facts.length > 0) {
      const saved = await act(logByRule(facts), () => unfinishedNote('tray', next));
      if (!saved) return 'Nothing was taken in.';
    } else await keep(next);
    return `${facts.length} logged by rule, ${sorted.waiting.length} wait below, ${sorted.ignored.length} put away, ${sorted.duplicates.length} known already.`;
  };

  const without = (ids: ReadonlySet<string>): readonly DraftJob[] =>
    note.waiting.filter(({ id }) => !ids.has(id));

  const log: Tray['log'] = async (jobs) => {
    const done = logJobs(jobs, new Date(clock.now()).toISOString());
    if (done.facts.length === 0) return;
    const ids = new Set(jobs.map(({ job }) => job.id));
    await act(done, () => unfinishedNote('tray', { ...note, waiting: without(ids) }));
  };

  const putAway: Tray['putAway'] = async (jobs) => {
    const ids = new Set(jobs.map(({ id }) => id));
    await keep({ ...note, waiting: without(ids), away: [...note.away, ...ids].slice(-MOST_AWAY) });
  };

  // Guesses follow the rules and prints that came since; what another source has logged meanwhile is gone.
  const waiting = useMemo(() => {
    const sorted = sortJobs(ledger, ledger.facts, note.waiting);
    const certain = sorted.logged.flatMap(({ job, fact }) =>
      fact.kind === 'printed'
        ? [
            {
              job,
              guess: { printerId: fact.printerId, subjectId: fact.subjectId, paperId: fact.paperId ?? null },
            },
          ]
        : [],
    );
    return [...certain, ...sorted.waiting];
  }, [ledger, note.waiting]);

  return { waiting, takeIn, knownOf, log, putAway };
}
