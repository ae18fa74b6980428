import { printOfPlanned, type PlannedJob } from '../ledger';
import { jobFact, sheetsOf, type DraftJob, type JobGuess } from '../jobs';
import type { DraftOf, EntityOf, FactDraft, FactOf, Paper } from '../workbook';
import type { Act } from './act';

/** Letters of a title: a picture's file may be called longer. */
const MOST_LETTERS = 200;

/** A print as it is logged or planned, without when. */
export type PrintAsked = Omit<DraftOf<'jobPlanned'>, 'kind' | 'by' | 'at'>;

/** A kind of picture and a paper that a print names for the first time. */
export interface NewNames {
  readonly subject?: EntityOf<'subject'>;
  readonly paper?: Paper;
}

/** A print as it came out, with what it names for the first time. */
export const logPrint = (
  print: PrintAsked,
  more: Pick<Partial<DraftOf<'printed'>>, 'as' | 'edition' | 'at'> = {},
  names: NewNames = {},
): Act => ({
  facts: [...named(names), { kind: 'printed', ...print, ...more }],
  done: { code: 'printed', copies: print.copies, title: print.title },
});

/**
 * A print that waits to be printed.
 *
 * @param by UTC instant by which it is wanted
 */
export const planPrint = (print: PrintAsked, by?: string, names: NewNames = {}): Act => ({
  facts: [
    ...named(names),
    { kind: 'jobPlanned', ...print, title: print.title.slice(0, MOST_LETTERS), ...(by ? { by } : {}) },
  ],
  done: { code: 'planned', copies: print.copies, title: print.title },
});

const named = ({ subject, paper }: NewNames): FactDraft[] =>
  [subject, paper].flatMap((entity) => (entity ? [{ kind: 'defined' as const, entity }] : []));

/** One more of what was printed: its own identity, time and note stay with the one that was. */
export function printAgain(last: FactOf<'printed'>): Act {
  const { id: _i, at: _a, recorded: _r, note: _n, run: _u, job: _j, confirmed: _c, ...print } = last;
  return {
    facts: [{ ...print, copies: 1 }],
    done: { code: 'printed', copies: 1, title: last.title, again: true },
  };
}

/** Copies of a planned job that came out, or were spoilt: their ink counts, the edition stays as it was. */
export function printPlanned(planned: PlannedJob, copies: number, spoilt: boolean): Act {
  const { job, printed } = planned;
  return {
    facts: [printOfPlanned(planned, copies, spoilt)],
    done: spoilt
      ? { code: 'spoilt', copies, title: job.title }
      : { code: 'cameOut', printed: printed + copies, copies: job.copies, title: job.title },
  };
}

/** A job of the print system as the person completed it. */
export interface CompletedJob extends JobGuess {
  readonly size: { readonly widthMm: number; readonly heightMm: number } | null;
  /** Sheets, where the print system could not count them. */
  readonly copies?: number | null;
}

/**
 * Jobs of the print system as prints; what is not complete stays where it is.
 *
 * @param at UTC instant for jobs that do not say when they were
 */
export function logJobs(
  jobs: readonly { readonly job: DraftJob; readonly as: CompletedJob }[],
  at: string,
): Act {
  const facts = jobs.flatMap(({ job, as }): FactDraft[] => {
    const fact = jobFact(job, as, as.size, sheetsOf(job, as.copies));
    return fact ? [{ ...fact, at: job.at ?? at }] : [];
  });
  return { facts, done: { code: 'jobsLogged', count: facts.length } };
}

/** Jobs that a rule of the workbook completes. */
export const logByRule = (facts: readonly FactDraft[]): Act => ({
  facts,
  done: { code: 'jobsByRule', count: facts.length },
});

/**
 * Sheets that a weigh-in found missing from the log.
 *
 * @param at UTC instant before the weighings that showed them
 */
export const logMissed = (
  printerId: string,
  missing: { readonly sheets: number; readonly subjectId: string },
  sheet: { readonly widthMm: number; readonly heightMm: number },
  at: string,
): Act => ({
  facts: [
    {
      kind: 'printed',
      printerId,
      title: 'Not logged at the time',
      copies: missing.sheets,
      widthMm: sheet.widthMm,
      heightMm: sheet.heightMm,
      subjectId: missing.subjectId,
      at,
    },
  ],
  done: { code: 'missedPrints', sheets: missing.sheets },
});
