import { decodeIpp, MAX_JOBS_BYTES } from '@hiraeth/core/ipp';
import { explain, jobProblemWords, REFUSAL_WORDS } from '@hiraeth/core/words';
import { factSchema, makeStamp, serializeWorkbook, textOf, type Fact } from '@hiraeth/core/workbook';
import {
  jobsOf,
  parseJobsCsv,
  parsePageLog,
  sortJobs,
  type DraftJob,
  type ReadJobs,
  type RefusedLine,
  formatOf,
  guessPageLog,
  pageLogFits,
} from '@hiraeth/core/jobs';
import { Ledger } from '@hiraeth/core/ledger';
import type { Done, Options } from './command';

const KINDS = ['page-log', 'jobs', 'csv'] as const;

/** Jobs of print systems, brought into a workbook: what rules make certain is logged, the rest is said. */
export function importOf(facts: readonly Fact[], { inputs, words, now }: Options): Done {
  const kind = KINDS.find((one) => one === words.get('--as'));
  if (!kind) return `What are they? --as ${KINDS.join('|')}.`;
  if (inputs.length === 0) return 'Which files shall be imported?';
  const jobs: DraftJob[] = [];
  const refused: (RefusedLine & { readonly file: string })[] = [];
  for (const { name, bytes } of inputs) {
    const read = readJobs(kind, bytes, words.get('--format'));
    if (typeof read === 'string') return `${name}: ${read}`;
    jobs.push(...read.jobs);
    refused.push(...read.refused.map((line) => ({ ...line, file: name })));
  }
  const ledger = Ledger.from(facts);
  const sorted = sortJobs(ledger, facts, jobs);
  const stamp = makeStamp({ now: () => now }, Math.random, () => ledger.recorded.greatest);
  // Only what the schema takes goes into the file.
  const added = stamp(sorted.logged.map(({ fact }) => fact)).filter(
    (fact) => factSchema.safeParse(fact).success,
  );
  const logged = new Set(sorted.logged.map(({ job }) => job.id));
  const drafts = [...sorted.logged.map(({ job }) => job), ...sorted.waiting.map(({ job }) => job)].map(
    (job) =>
      draftData(
        job,
        logged.has(job.id) ? 'logged' : 'waiting',
        sorted.logged.find((one) => one.job === job)?.fact,
      ),
  );
  return {
    data: {
      drafts,
      logged: added.length,
      waiting: sorted.waiting.length,
      ignored: sorted.ignored.length,
      duplicates: sorted.duplicates.length,
      refused,
    },
    text: [
      `${added.length} logged by rule, ${sorted.waiting.length} wait for a word, ${sorted.ignored.length} put away, ${sorted.duplicates.length} known already`,
      ...sorted.waiting.map(
        ({ job }) =>
          `  ${job.at?.slice(0, 16) ?? 'no date'}  ${job.queue}  ${job.impressions ?? job.copies ?? '?'} × ${job.title} (${job.media || 'no size'})`,
      ),
      ...refused.map(({ file, line, reason }) => `  ${file}, line ${line}: ${REFUSAL_WORDS[reason]}`),
      '',
    ].join('\n'),
    ...(words.has('--out')
      ? {
          write: {
            file: words.get('--out')!,
            text: serializeWorkbook([...facts, ...added], new Date(now).toISOString()),
          },
        }
      : {}),
  };
}

function readJobs(
  kind: (typeof KINDS)[number],
  bytes: Uint8Array,
  format: string | undefined,
): ReadJobs | string {
  if (kind === 'jobs') {
    const decoded = decodeIpp(bytes, MAX_JOBS_BYTES);
    return decoded.ok ? jobsOf(decoded.value) : 'it is no answer of a print system (IPP).';
  }
  const text = textOf(bytes, TextDecoder, 'western');
  if (!text.ok) return explain(text.problem);
  if (kind === 'page-log' && format === undefined && !pageLogFits(text.value)) {
    const guess = guessPageLog(text.value);
    if (guess)
      return `it is not in the spooler's standard format. Say its PageLogFormat with --format; by its lines it seems to be '${formatOf(guess)}'.`;
  }
  const read = kind === 'csv' ? parseJobsCsv(text.value) : parsePageLog(text.value, format);
  return read.ok ? read.value : jobProblemWords(read.problem);
}

function draftData(job: DraftJob, tray: 'logged' | 'waiting', fact: { readonly kind: string } | undefined) {
  return {
    id: job.id,
    source: job.source,
    printer: fact && 'printerId' in fact ? fact.printerId : null,
    queue: job.queue,
    title: job.title,
    user: job.user,
    copies: job.copies,
    impressions: job.impressions,
    media: job.media,
    widthMm: job.widthMm,
    heightMm: job.heightMm,
    at: job.at,
    state: job.state,
    tray,
  };
}
