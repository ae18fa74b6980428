import { dateOrder, tableDate, type DateOrder } from '@hiraeth/core/jobs';

export interface GridColumn {
  readonly id: string;
  readonly label: string;
  /** A choice is pasted by its name. */
  readonly as: 'day' | 'text' | 'choice';
  readonly options?: readonly { readonly value: string; readonly label: string }[];
  readonly width?: number;
}
export type GridLine = Readonly<Record<string, string>>;

/** So many lines at once: more are another paste. */
const MOST_LINES = 500;

interface Pasted {
  readonly lines: readonly GridLine[];
  /** What was not taken as it stood. */
  readonly said: readonly string[];
}

/**
 * A table from the clipboard, laid into a grid from one of its cells on. What it cannot take stays empty, and is said.
 *
 * @param row of the cell that it was pasted into, and `column`
 */
export function pastedTable(
  lines: readonly GridLine[],
  columns: readonly GridColumn[],
  row: number,
  column: number,
  text: string,
): Pasted {
  const said: string[] = [];
  let cells = text
    .replace(/\r/g, '')
    .replace(/\n$/, '')
    .split('\n')
    .map((line) => line.split('\t').map((cell) => cell.trim()));
  let under: readonly (GridColumn | undefined)[] = columns.slice(column);
  // Titles, where days are to come.
  const dayFirst = under.findIndex((to) => to?.as === 'day');
  if (cells.length > 1 && dayFirst >= 0 && /^\D+$/.test(cells[0]![dayFirst] ?? '')) {
    const titles = cells[0]!;
    cells = cells.slice(1);
    const called = titles.map((title) => columnCalled(columns, title));
    // A column is filled by one of the table's alone.
    const byTitle = called.map((to, c) => (called.indexOf(to) === c ? to : undefined));
    if (byTitle.some((to) => to && to.as !== 'day')) {
      under = byTitle.map((to, c) => to ?? (c === dayFirst ? columns[column + c] : undefined));
      const strange = titles.filter((title, c) => !under[c] && title !== '');
      said.push(
        strange.length === 0
          ? 'Its columns were taken by the titles in its first line.'
          : `Its columns were taken by the titles in its first line; left out, since no column here is for them: ${strange.join(', ')}.`,
      );
    } else said.push('Its first line holds titles, and was left out.');
  }
  if (cells.length > MOST_LINES) {
    said.push(`${MOST_LINES} of ${cells.length} lines were taken. Save them, then paste the rest.`);
    cells = cells.slice(0, MOST_LINES);
  }
  if (cells.some((values) => values.slice(under.length).some((value) => value !== '')))
    said.push(`What stood to the right of “${under.at(-1)?.label ?? 'the last title'}” was left out.`);
  const dayAt = under.findIndex((to) => to?.as === 'day');
  const { order, sure } = dateOrder(cells.map((values) => values[dayAt] ?? ''));
  if (!sure)
    said.push('Days such as 3/4/2026 were read with the day first. Check them, or paste them as 2026-04-03.');
  const next = [...lines];
  while (next.length < row + cells.length) next.push({});
  cells.forEach((values, r) => {
    const line = { ...next[row + r] };
    under.forEach((to, c) => {
      const value = values[c];
      if (value === undefined || !to) return;
      const read = readCell(to, value, order);
      if (read === null)
        said.push(
          to.as === 'day'
            ? `Line ${row + r + 1}: “${value}” is no day. Choose it.`
            : `Line ${row + r + 1}: “${value}” is none of “${to.label}”. Choose it.`,
        );
      line[to.id] = read ?? '';
    });
    next[row + r] = line;
  });
  return { lines: next, said };
}

/** null where it is nothing that the column takes. */
function readCell({ as, options }: GridColumn, text: string, order: DateOrder): string | null {
  if (as === 'text' || text === '') return text;
  if (as === 'day') return tableDate(text, order)?.slice(0, 10) ?? null;
  return optionOf(options ?? [], text);
}

/** The option of that name, or the only one whose name holds all of its words. */
function optionOf(options: NonNullable<GridColumn['options']>, text: string): string | null {
  const named = options.find(({ value, label }) => value === text || sameWord(label, text));
  if (named) return named.value;
  const words = text.toLowerCase().split(/\s+/);
  const [first, second] = options.filter(({ label }) =>
    words.every((word) =>
      label
        .toLowerCase()
        .split(/[\s,]+/)
        .includes(word),
    ),
  );
  return first && !second ? first.value : null;
}

const sameWord = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** The column of that title, or the only one with such a part: “ml” is “In, ml”. */
function columnCalled(columns: readonly GridColumn[], title: string): GridColumn | undefined {
  const named = columns.find(({ label }) => sameWord(label, title));
  if (named) return named;
  const [first, second] = columns.filter(({ label }) =>
    label.split(',').some((part) => sameWord(part, title)),
  );
  return second ? undefined : first;
}
