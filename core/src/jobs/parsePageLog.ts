import { ok, type Result } from '../quantity';
import {
  numberId,
  tidyTitle,
  type DraftJob,
  type JobRefusal,
  type ReadJobs,
  type RefusedLine,
} from './draftJob';
import { mediaSize } from './mediaSize';
import { DEFAULT_PAGE_LOG, pageLogFormat, type PageLogFormat, type PageLogProblem } from './pageLogFormat';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
/** A log is written when the job is through, while the spooler still calls it processing (5). */
const STATES: Readonly<Record<string, DraftJob['state']>> = { 7: 'cancelled', 8: 'aborted' };
const MOST_REFUSED = 200;
const MOST_RECORD = 20_000;
/** A record that runs over more lines than this was never one. */
const MOST_LINES = 12;

/**
 * Jobs of a spooler's page log, in its standard format or the administrator's own. Titles are not escaped there: records are
 * found by their date, titles by what stands before and after them. One line a job, or one a page, which are added up.
 *
 * @param text of the file, rotated or cut off as it may be
 * @param format the spooler's PageLogFormat
 * @param onProgress called now and then with the share that was read
 * @returns drafts in the order of their completion, and lines that are none, with the reason
 */
export function parsePageLog(
  text: string,
  format: string = DEFAULT_PAGE_LOG,
  onProgress?: (share: number) => void,
): Result<ReadJobs, PageLogProblem> {
  const parsed = pageLogFormat(format);
  if (!parsed.ok) return parsed;
  const jobs: DraftJob[] = [];
  /** Jobs told page by page that may go on: where they stand, and their last page. */
  const open = new Map<string, { readonly at: number; readonly page: number }>();
  const refused: RefusedLine[] = [];
  const { begins } = parsed.value;
  const lines = text.split(/\r?\n/);
  if (lines.at(-1) === '') lines.pop();
  let record: { line: number; text: string; count: number } | null = null;
  const refuse = (line: number, words: string, reason: JobRefusal): void => {
    if (refused.length < MOST_REFUSED) refused.push({ line, text: words.slice(0, 200), reason });
  };
  const close = (): void => {
    if (!record) return;
    // A line break in a title splits a record; where its lines do not make one together, the last of them are none of it.
    let { count } = record;
    let read = readRecord(record.text, parsed.value);
    while (read === 'cutOff' && --count > 0)
      read = readRecord(lines.slice(record.line - 1, record.line - 1 + count).join('\n'), parsed.value);
    if (typeof read === 'string') refuse(record.line, record.text, read);
    else {
      addTo(jobs, open, read);
      for (let i = count; i < record.count; i++)
        refuse(record.line + i, lines[record.line - 1 + i]!, 'noDate');
    }
    record = null;
  };
  lines.forEach((line, i) => {
    if (i % 5000 === 0) onProgress?.(i / lines.length);
    if (begins.test(line)) {
      close();
      record = { line: i + 1, text: line, count: 1 };
    } else if (record && record.count < MOST_LINES) {
      record.text += `\n${line}`;
      record.count += 1;
    } else if (line.trim() !== '') refuse(i + 1, line, 'noDate');
  });
  close();
  return ok({ jobs, refused });
}

interface Read {
  readonly job: DraftJob;
  /** Where the log has a line for each page; null: one for the job. */
  readonly page: number | null;
}

function readRecord(record: string, { whole, fields }: PageLogFormat): Read | JobRefusal {
  // A regular expression over megabytes without an end takes its time.
  const found = record.length > MOST_RECORD ? null : whole.exec(record);
  if (!found) return 'cutOff';
  const values = new Map(fields.map((field, i) => [field, found[i + 1] ?? '']));
  const at = instantOf(values.get('T')!);
  if (at === null) return 'badDate';
  const count = values.get('job-impressions-completed') ?? values.get('C') ?? null;
  // Which of the two it is, that nobody counted: only where the log counts at all.
  if (count === '') return 'cutOff';
  if (count !== null && !/^\d+$/.test(count)) return 'noCount';
  const queue = plain(values.get('p'));
  const number = values.has('j') ? Number(values.get('j')) : null;
  const state = STATES[plain(values.get('job-state'))] ?? 'completed';
  const title = tidyTitle(values.get('job-name') ?? '');
  const page = values.get('P');
  const media = plain(values.get('media'));
  const uuid = plain(values.get('job-uuid')).replace(/^urn:uuid:/, '') || null;
  const copies = plain(values.get('copies'));
  const when = new Date(at).toISOString();
  const size = mediaSize(media);
  const job: DraftJob = {
    id: uuid ?? numberId(queue, number, when, title),
    source: 'page-log',
    queue,
    number,
    uuid,
    title,
    user: plain(values.get('u') ?? values.get('job-originating-user-name')),
    copies: /^\d+$/.test(copies) ? Number(copies) : null,
    // A raw queue passes on what it cannot count: done, and none, is not known.
    impressions: count === null || (state === 'completed' && Number(count) === 0) ? null : Number(count),
    media,
    widthMm: size?.widthMm ?? null,
    heightMm: size?.heightMm ?? null,
    at: when,
    state,
  };
  return { job, page: page !== undefined && /^\d+$/.test(page) ? Number(page) : null };
}

/** `24/Nov/2026:10:00:00 +0100`; null: no such day. */
function instantOf(date: string): number | null {
  const [, day, month, year, time, zone] = /^(\d+)\/(\w+)\/(\d+):(\S+) (\S+)$/.exec(
    date,
  ) as unknown as string[];
  const monthAt = MONTHS.indexOf(month!.toLowerCase()) + 1;
  const at = Date.parse(
    `${year}-${String(monthAt).padStart(2, '0')}-${day!.padStart(2, '0')}T${time}${zone!.slice(0, 3)}:${zone!.slice(3)}`,
  );
  return monthAt === 0 || Number.isNaN(at) ? null : at;
}

/** One line a page: pages of one job add up, whatever stands between them; its last page dates it. */
function addTo(
  jobs: DraftJob[],
  open: Map<string, { readonly at: number; readonly page: number }>,
  { job, page }: Read,
): void {
  const key = `${job.queue}/${job.number ?? job.title}`;
  const before = page === null ? undefined : open.get(key);
  if (page !== null) open.set(key, { at: before && page > before.page ? before.at : jobs.length, page });
  if (!before || page! <= before.page) {
    jobs.push(job);
    return;
  }
  const sum = (jobs[before.at]!.impressions ?? 0) + (job.impressions ?? 0);
  jobs[before.at] = { ...job, impressions: sum };
}

/** An absent value, or one without a plain form, is none. */
const plain = (value: string | undefined): string =>
  value === undefined || value === '-' || value === '???' ? '' : value;
