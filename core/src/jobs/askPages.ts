import type { DraftJob, ReadJobs, RefusedLine } from './draftJob';

/** One answer of a queue. */
export interface JobsPage extends ReadJobs {
  readonly ok: true;
  /** As many as were asked for: there may be more behind them. */
  readonly full: boolean;
}

/** Jobs of one answer. */
export const PAGE_JOBS = 250;
const MOST_JOBS = 20_000;

export interface AskOptions {
  /** That a job of this identity came in before. */
  readonly isKnown?: (id: string) => boolean;
  /** The queue was read to its end before: behind a page on which all is known, so is the rest. */
  readonly onlyNewer?: boolean;
  /** Told after each page. */
  readonly onRead?: (jobs: number) => void;
}

/**
 * Reads a queue of any length page by page, the newest first: each job once, also where jobs come in or are cleared while it is
 * read; and where the queue begins with the newest each time, once more all at once.
 *
 * @param ask for the page that begins at a place, from 1, or for all
 * @returns jobs and what was refused, and whether its end was reached; or the first page's refusal. What has come before a
 *   later page is refused stays of use
 */
export async function askPages<Refusal extends { readonly ok: false }>(
  ask: (first: number | 'all') => Promise<JobsPage | Refusal>,
  { isKnown = () => false, onlyNewer = false, onRead }: AskOptions = {},
): Promise<({ readonly ok: true; readonly whole: boolean } & ReadJobs) | Refusal> {
  const seen = new Set<string>();
  const jobs: DraftJob[] = [];
  const refused: RefusedLine[] = [];
  /** Takes in what is new of a page, and says whether anything was. */
  const take = (page: ReadJobs): boolean => {
    const before = seen.size;
    const isNew = (key: string): boolean => seen.size < seen.add(key).size;
    jobs.push(...page.jobs.filter(({ id }) => isNew(`job ${id}`)));
    refused.push(...page.refused.filter(({ text, reason }) => isNew(`${reason} ${text}`)));
    onRead?.(jobs.length);
    return seen.size > before;
  };
  const done = (whole: boolean) => ({ ok: true as const, jobs, refused, whole });
  for (let first = 1; first <= MOST_JOBS; first += PAGE_JOBS) {
    const page = await ask(first);
    if (!page.ok) return first === 1 ? page : done(false);
    const goesOn = take(page);
    if (!page.full) return done(true);
    if (onlyNewer && page.jobs.length > 0 && page.jobs.every(({ id }) => isKnown(id))) return done(true);
    if (goesOn) continue;
    const all = await ask('all');
    if (all.ok) take(all);
    return done(all.ok);
  }
  return done(false);
}
