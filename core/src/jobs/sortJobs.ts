import { all, printersInUse, type Book, type Context } from '../ledger';
import type { Fact, FactDraft, FactOf } from '../workbook';
import type { DraftJob } from './draftJob';

/** What is known, or guessed, of a job beside what it tells itself. */
export interface JobGuess {
  readonly printerId: string | null;
  readonly subjectId: string | null;
  readonly paperId: string | null;
}

export interface SortedJobs {
  /** Certain by rule: facts to be recorded. */
  readonly logged: readonly { readonly job: DraftJob; readonly fact: FactDraft }[];
  /** Something is missing, or only guessed: one key each. */
  readonly waiting: readonly { readonly job: DraftJob; readonly guess: JobGuess }[];
  /** Put away by rule, or nothing was printed. */
  readonly ignored: readonly DraftJob[];
  /** In the log, or in the tray, already; whatever source they came from. */
  readonly duplicates: readonly DraftJob[];
}

const UNTITLED = 'Untitled';
/** One job logged by two sources: their clocks may differ by so much, ms. */
const SAME_JOB_MS = 120_000;

/**
 * Sorts jobs of a print system: what is in the log already, what rules make certain, and what waits for a person. Twice imported
 * is once there, whatever the source and order.
 *
 * @param book for rules, printers and subjects
 * @param facts of the log, for what was logged before
 * @param jobs as read
 * @param seen ids that wait in the tray, or were put away there
 */
export function sortJobs(
  book: Book,
  facts: readonly Fact[],
  jobs: readonly DraftJob[],
  seen: ReadonlySet<string> = new Set(),
): SortedJobs {
  const { context } = book;
  const known = new Known(seen);
  const titles = new Map<string, FactOf<'printed'>>();
  for (const fact of facts)
    if (fact.kind === 'printed') {
      titles.set(fact.title, fact);
      if (fact.job)
        known.add({
          ...fact.job,
          queue: fact.job.queue ?? '',
          number: fact.job.number ?? null,
          at: fact.at,
          title: fact.title === UNTITLED ? '' : fact.title,
        });
    }
  const sorted = { logged: [], waiting: [], ignored: [], duplicates: [] } as {
    -readonly [K in keyof SortedJobs]: SortedJobs[K][number][];
  };
  const ruleFor = rulesOf(context);
  const printerByName = printersOf(book);
  for (const job of jobs) {
    if (known.has(job)) {
      sorted.duplicates.push(job);
      continue;
    }
    known.add(job);
    const { guess, ignore } = ruleFor(job);
    const count = sheetsOf(job);
    if (ignore || count === 0) {
      sorted.ignored.push(job);
      continue;
    }
    // It was out of use by then: somebody says which printer it was.
    const gone = guess.printerId ? book.state.printers.get(guess.printerId)?.retired : null;
    const isGone = Boolean(gone && job.at && job.at >= gone);
    const certain =
      guess.printerId && !isGone && guess.subjectId && job.widthMm && job.heightMm && count && job.at
        ? jobFact(job, guess)
        : null;
    if (certain) sorted.logged.push({ job, fact: certain });
    else {
      // The same title was logged before: likely the same kind of picture, but a person says so.
      const before = titles.get(job.title);
      sorted.waiting.push({
        job,
        guess: {
          printerId: guess.printerId ?? printerByName(job.queue) ?? before?.printerId ?? null,
          subjectId: guess.subjectId ?? before?.subjectId ?? null,
          paperId: guess.paperId ?? before?.paperId ?? null,
        },
      });
    }
  }
  return sorted;
}

/** How many sheets a job had: as it was counted, else as somebody says; null: nobody knows. */
export const sheetsOf = (job: DraftJob, said: number | null = null): number | null =>
  job.impressions ?? job.copies ?? said;

/**
 * A job as a print of the log.
 *
 * @returns null while its printer, subject, size or count is not known
 */
export function jobFact(
  job: DraftJob,
  { printerId, subjectId, paperId }: JobGuess,
  size: { readonly widthMm: number; readonly heightMm: number } | null = job.widthMm && job.heightMm
    ? { widthMm: job.widthMm, heightMm: job.heightMm }
    : null,
  copies: number | null = sheetsOf(job),
): FactDraft | null {
  if (!printerId || !subjectId || !size || !copies) return null;
  return {
    kind: 'printed',
    printerId,
    subjectId,
    title: job.title || UNTITLED,
    copies,
    widthMm: size.widthMm,
    heightMm: size.heightMm,
    ...(paperId ? { paperId } : {}),
    ...(job.at ? { at: job.at } : {}),
    job: {
      id: job.id,
      source: job.source,
      ...(job.queue ? { queue: job.queue } : {}),
      ...(job.number === null ? {} : { number: job.number }),
    },
  };
}

/** The rules of a workbook, put in order once: a queue has thousands of jobs. */
function rulesOf(context: Context): (job: DraftJob) => { guess: JobGuess; ignore: boolean } {
  // A rule that names more speaks first.
  const inOrder = [...all(context, 'jobRule')].sort((a, b) => weight(b) - weight(a));
  return (job) => {
    const ordered = inOrder.filter(
      (rule) => (rule.queue === '' || rule.queue === job.queue) && matches(rule.title, job.title),
    );
    const first = (key: 'printerId' | 'subjectId' | 'paperId'): string | null =>
      ordered.find((rule) => rule[key] !== null)?.[key] ?? null;
    return {
      guess: { printerId: first('printerId'), subjectId: first('subjectId'), paperId: first('paperId') },
      ignore: ordered[0]?.ignore ?? false,
    };
  };
}

const weight = (rule: { readonly queue: string; readonly title: string }): number =>
  2 * Number(rule.title !== '') + Number(rule.queue !== '');

/** A pattern with * for anything, whatever the case. */
function matches(pattern: string, title: string): boolean {
  if (pattern === '') return true;
  const parts = pattern.toLowerCase().split('*');
  const text = title.toLowerCase();
  if (parts.length === 1) return text === parts[0];
  let at = 0;
  return parts.every((part, i) => {
    const found = i === parts.length - 1 ? text.length - part.length : text.indexOf(part, at);
    const fits = i === 0 ? text.startsWith(part) : found >= at && text.slice(found).startsWith(part);
    at = (i === 0 ? 0 : found) + part.length;
    return fits;
  });
}

/** A printer whose name the queue's begins with; of two of one name the one that is in use. */
function printersOf(book: Book): (queue: string) => string | null {
  const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]/g, '');
  const printers = [...printersInUse(book), ...all(book.context, 'printer')];
  const found = new Map<string, string | null>([['', null]]);
  return (queue) => {
    const known = found.get(queue);
    if (known !== undefined) return known;
    const id = printers.find(({ name }) => plain(queue).startsWith(plain(name)))?.id ?? null;
    found.set(queue, id);
    return id;
  };
}

type Identity = Pick<DraftJob, 'id' | 'source' | 'queue' | 'number' | 'at' | 'title'>;

/** A job by its number, and the sources that told of it. */
interface Told {
  readonly at: string | null;
  readonly title: string;
  readonly sources: Set<DraftJob['source']>;
}

/** Jobs that are known, by identity and by queue, number and time. */
class Known {
  private readonly numbered = new Map<string, Told[]>();
  private readonly ids: Set<string>;

  constructor(ids: ReadonlySet<string>) {
    this.ids = new Set(ids);
  }

  add({ id, source, queue, number, at, title }: Identity): void {
    this.ids.add(id);
    if (number === null) return;
    const key = `${queue}/${number}`;
    const told = { at, title, sources: new Set([source]) };
    const before = this.numbered.get(key);
    if (before) before.push(told);
    else this.numbered.set(key, [told]);
  }

  /**
   * Whether a job is one that came before. Numbers start again after a restart, which may be within minutes: only what another
   * source tells of is one with it, near in time and of the same title, and of each source once.
   */
  has({ id, source, queue, number, at, title }: Identity): boolean {
    if (this.ids.has(id)) return true;
    if (number === null || at === null) return false;
    const away = (other: Told): number =>
      other.at === null ? Infinity : Math.abs(Date.parse(other.at) - Date.parse(at));
    const same = (this.numbered.get(`${queue}/${number}`) ?? [])
      .filter(
        (other) =>
          away(other) <= SAME_JOB_MS &&
          !other.sources.has(source) &&
          (other.title === '' || title === '' || other.title === title),
      )
      .sort((a, b) => away(a) - away(b))[0];
    if (!same) return false;
    same.sources.add(source);
    this.ids.add(id);
    return true;
  }
}
