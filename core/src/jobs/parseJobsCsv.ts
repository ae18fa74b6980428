import Papa from 'papaparse';
import { fail, ok, type Result } from '../quantity';
import { dateOrder, type DateOrder } from './dateOrder';
import { numberId, tidyTitle, type DraftJob, type ReadJobs, type RefusedLine } from './draftJob';
import { mediaSize } from './mediaSize';
import { tableDate } from './tableDate';

export const CSV_FIELDS = [
  'title',
  'at',
  'copies',
  'impressions',
  'media',
  'width',
  'height',
  'queue',
  'user',
  'number',
  'id',
] as const;
export type CsvField = (typeof CSV_FIELDS)[number];

/** Which column tells what, how dates are written, and in which unit sizes are. */
export interface CsvMapping {
  readonly columns: Partial<Readonly<Record<CsvField, string>>>;
  readonly dates: DateOrder;
  readonly unit: 'mm' | 'cm' | 'in';
}

export type CsvProblem =
  | { readonly code: 'csvEmpty' }
  | { readonly code: 'csvNoColumn'; readonly field: CsvField; readonly have: readonly string[] };

const NAMES: Readonly<Record<CsvField, RegExp>> = {
  id: /^(job[- _]?)?(uuid|guid)$/i,
  number: /^(job[- _]?(id|number|no\.?)|id|number)$/i,
  title: /^(document([- _]?name)?|title|job[- _]?name|name|file([- _]?name)?)$/i,
  at: /^(date([- _/]*time)?|time|completed([- _]?at)?|printed([- _]?at)?|timestamp|when)$/i,
  copies: /^(copies|number of copies|quantity|qty)$/i,
  impressions: /^((total[- _]?)?(pages|sheets|impressions)(([- _]?printed)?|[- _]?completed)?)$/i,
  media: /^(media|paper([- _]?size)?|sheet([- _]?size)?|size|format)$/i,
  width: /^width([- _(]*(mm|cm|in|inch(es)?)\)?)?$/i,
  height: /^(height|length)([- _(]*(mm|cm|in|inch(es)?)\)?)?$/i,
  queue: /^(printer([- _]?name)?|queue|device)$/i,
  user: /^(user([- _]?name)?|owner)$/i,
};
const MM: Readonly<Record<CsvMapping['unit'], number>> = { mm: 1, cm: 10, in: 25.4 };
const MOST_REFUSED = 200;

/** Rows of a table with a header: comma, semicolon or tab, quoted or not. */
function rowsOf(text: string): {
  readonly header: readonly string[];
  readonly rows: readonly (readonly string[])[];
} {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [header = [], ...rows] = data;
  return { header: header.map((name) => name.trim()), rows };
}

/**
 * A first guess at what the columns of a table tell, by their names and by how its dates are written.
 *
 * @returns null when the table has no header or no row
 */
export function guessCsvMapping(text: string): CsvMapping | null {
  const { header, rows } = rowsOf(text);
  if (header.length === 0 || rows.length === 0) return null;
  const columns: Partial<Record<CsvField, string>> = {};
  for (const field of CSV_FIELDS) {
    const found = header.find((name) => NAMES[field].test(name) && !Object.values(columns).includes(name));
    if (found !== undefined) columns[field] = found;
  }
  const dates = columns.at === undefined ? [] : rows.map((row) => row[header.indexOf(columns.at!)] ?? '');
  const sized = [columns.width, columns.height].join(' ');
  return {
    columns,
    dates: dateOrder(dates).order,
    unit: /cm/i.test(sized) ? 'cm' : /\bin|inch/i.test(sized) ? 'in' : 'mm',
  };
}

/**
 * Jobs of a table, by a mapping of its columns.
 *
 * @param text CSV with a header
 * @param mapping which column tells what; guessed where it is not given
 */
export function parseJobsCsv(
  text: string,
  mapping: CsvMapping | null = guessCsvMapping(text),
): Result<ReadJobs, CsvProblem> {
  const { header, rows } = rowsOf(text);
  if (!mapping || rows.length === 0) return fail({ code: 'csvEmpty' });
  for (const field of ['title', 'at'] as const) {
    const column = mapping.columns[field];
    if (column === undefined || !header.includes(column))
      return fail({ code: 'csvNoColumn', field, have: header });
  }
  const jobs: DraftJob[] = [];
  const refused: RefusedLine[] = [];
  rows.forEach((row, i) => {
    const cell = (field: CsvField): string => {
      const column = mapping.columns[field];
      const text = column === undefined ? '' : (row[header.indexOf(column)] ?? '');
      // The apostrophe with which a table is kept from reckoning with a text is no part of it.
      return text.replace(/^'(?=\s*[=+\-@])/, '').trim();
    };
    const refuse = (reason: RefusedLine['reason']): void => {
      if (refused.length < MOST_REFUSED)
        refused.push({ line: i + 2, text: row.join(', ').slice(0, 200), reason });
    };
    const at = tableDate(cell('at'), mapping.dates);
    if (at === null) return refuse('badDate');
    const copies = readCount(cell('copies'));
    const impressions = readCount(cell('impressions'));
    if (copies === 'wrong' || impressions === 'wrong') return refuse('badNumber');
    if (impressions === 0) return refuse('nothingPrinted');
    const [w, h] = [cell('width'), cell('height')].map(
      (part) => Number(part.replace(',', '.')) * MM[mapping.unit],
    );
    const size = w! > 0 && h! > 0 ? { widthMm: round(w!), heightMm: round(h!) } : mediaSize(cell('media'));
    const title = tidyTitle(cell('title'));
    const number = readCount(cell('number'));
    const uuid = cell('id').replace(/^urn:uuid:/, '') || null;
    const queue = cell('queue');
    jobs.push({
      id: uuid ?? numberId(queue, typeof number === 'number' ? number : null, at, title),
      source: 'csv',
      queue,
      number: typeof number === 'number' ? number : null,
      uuid,
      title,
      user: cell('user'),
      copies,
      impressions,
      media: cell('media'),
      widthMm: size?.widthMm ?? null,
      heightMm: size?.heightMm ?? null,
      at,
      state: 'completed',
    });
  });
  return ok({ jobs, refused });
}

function readCount(text: string): number | null | 'wrong' {
  if (text === '') return null;
  return /^\d{1,6}$/.test(text) ? Number(text) : 'wrong';
}

const round = (value: number): number => Math.round(value * 10) / 10;
