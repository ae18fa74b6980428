import { mediaSize } from './mediaSize';
import { directive } from './pageLogFormat';

/** What a column of a page log can tell; `other`: nothing that a job needs. */
export const LOG_COLUMNS = [
  'queue',
  'user',
  'number',
  'date',
  'page',
  'count',
  'title',
  'media',
  'uuid',
  'copies',
  'other',
] as const;
export type LogColumn = (typeof LOG_COLUMNS)[number];

/** How the lines of a log of unknown format are laid out, to be confirmed. */
export interface PageLogLayout {
  /** Between two columns. */
  readonly separator: string;
  readonly columns: readonly {
    readonly is: LogColumn;
    readonly quoted: boolean;
    readonly examples: readonly string[];
  }[];
}

const DATE = /\[\d{1,2}\/[A-Za-z]{3}\/\d{4}:\d{2}:\d{2}:\d{2} [+-]\d{4}\]/;
/** The date's own blank would part it in two. */
const HELD = '\u0001';
const LINES = 300;
const EXAMPLES = 3;
const SEPARATORS = ['\t', ';', '|', ',', ' '];
const FIELDS: Readonly<Record<LogColumn, string>> = {
  queue: 'p',
  user: 'u',
  number: 'j',
  date: 'T',
  page: 'P',
  count: 'C',
  title: 'job-name',
  media: 'media',
  uuid: 'job-uuid',
  copies: 'copies',
  other: '',
};

/**
 * Finds out from a log's own lines which column is what: the day by its form, numbers that only grow, sheets by their size, the
 * one column that differs from line to line as the title. A guess, for a person to confirm.
 *
 * @param text of a page log in an unknown format
 * @returns null: no line of it has a date as a spooler writes it
 */
export function guessPageLog(text: string): PageLogLayout | null {
  const lines = text
    .slice(0, 200_000)
    .split(/\r?\n/)
    .filter((line) => DATE.test(line))
    .slice(0, LINES);
  if (lines.length === 0) return null;
  const separator = separatorOf(lines);
  const rows = lines.map((line) => split(line.replace(DATE, HELD), separator));
  const dates = lines.map((line) => DATE.exec(line)?.[0]);
  const width = Math.min(...rows.map((row) => row.length));
  const free = separator === ' ' ? freeColumn(rows, width) : -1;
  // Between what stands firmly before it and behind it, all that is left is the title.
  const table = rows.map((row, r) =>
    Array.from({ length: width }, (_, c) => {
      const cell =
        free < 0 || c < free
          ? row[c]
          : c > free
            ? row[row.length - width + c]
            : row.slice(free, row.length - width + free + 1).join(' ');
      return (cell ?? '').replace(HELD, dates[r] ?? '');
    }),
  );
  const columns = Array.from({ length: width }, (_, c) => {
    const cells = table.map((row) => row[c] ?? '');
    const quoted = cells.every((cell) => /^".*"$/.test(cell));
    return { quoted, cells: quoted ? cells.map((cell) => cell.slice(1, -1)) : cells };
  });
  const are = meanings(
    columns.map(({ cells }) => cells),
    free,
  );
  return {
    separator,
    columns: columns.map(({ quoted, cells }, c) => ({
      is: are[c] ?? 'other',
      quoted,
      examples: [...new Set(cells)].slice(0, EXAMPLES),
    })),
  };
}

/** The format that reads a log of this layout. */
export const formatOf = ({ separator, columns }: PageLogLayout): string =>
  columns
    .map(({ is, quoted }, i) => {
      const field = is === 'other' ? `%{column-${i + 1}}` : directive(FIELDS[is]);
      return quoted ? `"${field}"` : field;
    })
    .join(separator);

/** What stands beside the date in every line. */
function separatorOf(lines: readonly string[]): string {
  const beside = lines.map((line) => {
    const found = DATE.exec(line)!;
    const [before, after] = [line.slice(0, found.index), line.slice(found.index + found[0].length)];
    return { before: before.replace(/"$/, '').at(-1), after: after.replace(/^"/, '').at(0) };
  });
  return (
    SEPARATORS.find((one) =>
      beside.every(({ before, after }) => (before ?? one) === one && (after ?? one) === one),
    ) ?? ' '
  );
}

/** Parts a line, but not within quotation marks, which stay. */
function split(line: string, separator: string): string[] {
  if (!line.includes('"') || separator === ' ') return line.trim().split(separator);
  const cells: string[] = [''];
  let within = false;
  for (const letter of line) {
    if (letter === '"') within = !within;
    if (letter === separator && !within) cells.push('');
    else cells[cells.length - 1] += letter;
  }
  return cells;
}

/** Where words of any number stand: the place that leaves all other columns the most alike. */
function freeColumn(rows: readonly (readonly string[])[], width: number): number {
  const at = (c: number): string[] => rows.map((row) => row.at(c)!);
  const different = (c: number): number => new Set(at(c)).size;
  let best = { place: 0, score: -Infinity };
  for (let place = 0; place < width; place++) {
    let score = different(place) / rows.length / 100;
    for (let c = 0; c < width; c++) if (c !== place) score += firmness(at(c < place ? c : c - width));
    if (score >= best.score) best = { place, score };
  }
  return best.place;
}

/** How much a column is of one kind of thing: 1 for certain, less the more different words it has. */
function firmness(cells: readonly string[]): number {
  const dates = cells.filter((cell) => cell === HELD).length;
  if (dates > 0) return dates === cells.length ? 1 : -10;
  if (cells.every((cell) => /^(\d+|total|-)$/.test(cell)) || cells.every(isMedia) || cells.every(isUuid))
    return 1;
  return 0.5 * (1 - new Set(cells).size / cells.length);
}

const isUuid = (cell: string): boolean => /^(urn:uuid:)?[0-9a-f-]{36}$/i.test(cell);
const isMedia = (cell: string): boolean => cell === '-' || mediaSize(cell) !== null;

function meanings(columns: readonly (readonly string[])[], free: number): LogColumn[] {
  const found = columns.map((): LogColumn => 'other');
  const left = new Map(columns.entries());
  const take = (is: LogColumn, fits: (cells: readonly string[], c: number) => boolean): void => {
    const [c] = [...left].find(([place, cells]) => fits(cells, place)) ?? [];
    if (c === undefined) return;
    found[c] = is;
    left.delete(c);
  };
  const variety = (cells: readonly string[]): number => new Set(cells).size;
  const most = (fits: (cells: readonly string[]) => boolean): number =>
    [...left].filter(([, cells]) => fits(cells)).sort(([, a], [, b]) => variety(b) - variety(a))[0]?.[0] ??
    -1;
  take('date', (cells) => cells.every((cell) => DATE.test(cell)));
  take('uuid', (cells) => cells.every(isUuid));
  if (free >= 0) take('title', (_, c) => c === free);
  const isCount = (cells: readonly string[]): boolean => cells.every((cell) => /^\d+$/.test(cell));
  const numbers = most(
    (cells) =>
      isCount(cells) && cells.every((cell, i) => i === 0 || Number(cell) + 50 >= Number(cells[i - 1])),
  );
  // Beside the date, where a spooler of itself puts it, it need not grow.
  const beside = found.indexOf('date') - 1;
  take('number', (cells, c) => c === beside && isCount(cells));
  if (!found.includes('number')) take('number', (_, c) => c === numbers);
  take('page', (cells) => cells.every((cell) => cell === 'total'));
  // Pages count on within a job: a column that grows while the number stays.
  const number = columns[found.indexOf('number')];
  take(
    'page',
    (cells) =>
      isCount(cells) &&
      number !== undefined &&
      cells.some(
        (cell, i) => i > 0 && number[i] === number[i - 1] && Number(cell) === Number(cells[i - 1]) + 1,
      ),
  );
  take('count', isCount);
  take('copies', isCount);
  take('media', (cells) => cells.every(isMedia) && cells.some((cell) => mediaSize(cell) !== null));
  const words = (cells: readonly string[]): boolean => cells.some((cell) => /[A-Za-z]/.test(cell));
  if (!found.includes('title')) {
    const title = most(words);
    take('title', (_, c) => c === title);
  }
  // A log names the queue before who printed.
  const isName = (cells: readonly string[]): boolean =>
    cells.length > 0 && words(cells) && cells.every((cell) => /^\S+$/.test(cell));
  const isNamed = (c: number): boolean => isName(left.get(c) ?? []);
  // Side by side they are the last two of their row: what may stand before them is a word of the log's own.
  take('queue', (_, c) => isNamed(c) && isNamed(c + 1) && !isNamed(c + 2));
  if (!found.includes('queue')) take('queue', (cells) => isName(cells) && variety(cells) > 1);
  if (!found.includes('queue')) take('queue', isName);
  // Beside the queue, where it stands; else any other.
  const queue = found.indexOf('queue');
  take('user', (cells, c) => c === queue + 1 && words(cells));
  if (!found.includes('user')) take('user', words);
  return found;
}
