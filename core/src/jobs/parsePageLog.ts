import { fail, ok, type Result } from '../quantity';
import {
  numberId,
  tidyTitle,
  type DraftJob,
  type JobRefusal,
  type ReadJobs,
  type RefusedLine,
} from './draftJob';
import { mediaSize } from './mediaSize';

/** The spooler's own format where its administrator set none. */
export const DEFAULT_PAGE_LOG =
  '%p %u %j %T %P %C %{job-billing} %{job-originating-host-name} %{job-name} %{media} %{sides}';

export type PageLogProblem =
  { readonly code: 'formatNoField'; readonly field: string } | { readonly code: 'formatOrder' };

/** Directives of a format; names in braces stand for attributes, a bare word for itself. */
interface Format {
  /** Behind the date: fields that are one word each, the title, and fields that are one word each again. */
  readonly front: readonly string[];
  readonly back: readonly string[];
  readonly hasTitle: boolean;
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
/** Queue, user (anything), job number and date: where a record begins. */
const ANCHOR =
  /^"?(\S+) (.*?) ?(\d+) \[(\d{1,2})\/([A-Za-z]{3})\/(\d{4}):(\d{2}):(\d{2}):(\d{2}) ([+-]\d{4})\](?: |$)/;
const MOST_REFUSED = 200;
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
  const parsed = parseFormat(format);
  if (!parsed.ok) return parsed;
  const jobs: DraftJob[] = [];
  /** Jobs told page by page that may go on: where they stand, and their last page. */
  const open = new Map<string, { readonly at: number; readonly page: number }>();
  const refused: RefusedLine[] = [];
  const lines = text.split('\n');
  if (lines.at(-1) === '') lines.pop();
  let record: { line: number; text: string; count: number } | null = null;
  const refuse = (line: number, words: string, reason: JobRefusal): void => {
    if (refused.length < MOST_REFUSED) refused.push({ line, text: words.slice(0, 200), reason });
  };
  const close = (): void => {
    if (!record) return;
    const read = readRecord(record.text, parsed.value);
    if (typeof read === 'string') refuse(record.line, record.text, read);
    else addTo(jobs, open, read);
    record = null;
  };
  lines.forEach((raw, i) => {
    const line = raw.replace(/\r$/, '');
    if (i % 5000 === 0) onProgress?.(i / lines.length);
    if (ANCHOR.test(line)) {
      close();
      record = { line: i + 1, text: line, count: 1 };
    } else if (record && record.count < MOST_LINES) {
      // A line break in a title splits a record.
      record.text += `\n${line}`;
      record.count += 1;
    } else if (line.trim() !== '') refuse(i + 1, line, 'noDate');
  });
  close();
  return ok({ jobs, refused });
}

function parseFormat(format: string): Result<Format, PageLogProblem> {
  const fields = format
    .trim()
    .replace(/^"|"$/g, '')
    .split(' ')
    .map(
      (word) => /^%\{([^}]+)\}$/.exec(word)?.[1] ?? (/^%[a-zA-Z]$/.test(word) ? word.slice(1) : `=${word}`),
    );
  for (const field of ['p', 'j', 'T'])
    if (!fields.includes(field)) return fail({ code: 'formatNoField', field: `%${field}` });
  const [queue, ...others] = fields;
  const date = others.indexOf('T');
  // Queue, user, number, date: only so can a record be found whatever its user is called.
  if (queue !== 'p' || others[date - 1] !== 'j') return fail({ code: 'formatOrder' });
  const behind = others.slice(date + 1);
  const title = behind.indexOf('job-name');
  return ok({
    front: title < 0 ? behind : behind.slice(0, title),
    back: title < 0 ? [] : behind.slice(title + 1),
    hasTitle: title >= 0,
  });
}

interface Read {
  readonly job: DraftJob;
  /** Where the log has a line for each page; null: one for the job. */
  readonly page: number | null;
}

function readRecord(record: string, { front, back, hasTitle }: Format): Read | JobRefusal {
  const anchor = ANCHOR.exec(record)!;
  const [head, queue, user, number, dayOf, month, year, hour, minute, second, zone] =
    anchor as unknown as string[];
  const monthAt = MONTHS.indexOf(month!.toLowerCase());
  const at = Date.parse(
    `${year}-${String(monthAt + 1).padStart(2, '0')}-${dayOf!.padStart(2, '0')}T${hour}:${minute}:${second}${zone!.slice(0, 3)}:${zone!.slice(3)}`,
  );
  if (monthAt < 0 || Number.isNaN(at)) return 'badDate';
  const words = record.slice(head!.length).replace(/"$/, '').split(' ');
  const values = new Map<string, string>();
  for (const field of front) {
    // A user of two words stands there with both.
    const size = field === 'job-originating-user-name' ? user!.split(' ').length : 1;
    values.set(field, words.splice(0, size).join(' '));
  }
  for (const field of [...back].reverse()) {
    const size = field === 'job-originating-user-name' ? user!.split(' ').length : 1;
    if (words.length < size) return 'cutOff';
    values.set(field, words.splice(words.length - size, size).join(' '));
  }
  if (hasTitle && words.length === 0) return 'cutOff';
  const title = tidyTitle(words.join(' '));
  const page = values.get('P');
  const count = values.get('job-impressions-completed') ?? values.get('C');
  if (count === undefined || !/^\d+$/.test(count))
    return count === undefined || count === '' ? 'cutOff' : 'noCount';
  const impressions = Number(count);
  const media = plain(values.get('media'));
  const uuid = plain(values.get('job-uuid')).replace(/^urn:uuid:/, '') || null;
  const copies = plain(values.get('copies'));
  const state = plain(values.get('job-state'));
  const when = new Date(at).toISOString();
  const size = mediaSize(media);
  const job: DraftJob = {
    id: uuid ?? numberId(queue!, Number(number), when, title),
    source: 'page-log',
    queue: queue!,
    number: Number(number),
    uuid,
    title,
    user: user!,
    copies: /^\d+$/.test(copies) ? Number(copies) : null,
    impressions,
    media,
    widthMm: size?.widthMm ?? null,
    heightMm: size?.heightMm ?? null,
    at: when,
    // A log is written when the job is through, while the spooler still calls it processing (5).
    state: state === '7' ? 'cancelled' : state === '8' ? 'aborted' : 'completed',
  };
  return { job, page: page !== undefined && /^\d+$/.test(page) ? Number(page) : null };
}

/** One line a page: pages of one job add up, whatever stands between them; its last page dates it. */
function addTo(
  jobs: DraftJob[],
  open: Map<string, { readonly at: number; readonly page: number }>,
  { job, page }: Read,
): void {
  const key = `${job.queue}/${job.number}`;
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
