import type { CostOfPrint } from '@hiraeth/core/cost';
import { find, type Context } from '@hiraeth/core/ledger';
import type { FactOf } from '@hiraeth/core/workbook';
import { PRINT_KIND_NAMES } from '@hiraeth/core/words';
import { holdsWords } from '../../parts/holdsWords';

/** A job of the log as a row: its words beside the fact, so that it can be sorted and found by what is read. */
export interface PrintRow {
  readonly id: string;
  readonly at: string;
  readonly title: string;
  readonly copies: number;
  readonly size: string;
  readonly dm2: number;
  readonly subject: string;
  readonly paper: string;
  readonly printer: string;
  readonly cost: CostOfPrint | undefined;
}

export type SortKey =
  'at' | 'title' | 'copies' | 'size' | 'subject' | 'paper' | 'printer' | 'ink' | 'cost' | 'original';
export interface Sorting {
  readonly by: SortKey;
  readonly down: boolean;
}

/** Rows of these prints, in the order given. */
export const printRows = (
  context: Context,
  prints: readonly FactOf<'printed'>[],
  costs: ReadonlyMap<string, CostOfPrint>,
): readonly PrintRow[] =>
  prints.map((print) => ({
    id: print.id,
    at: print.at,
    title: titleOf(print),
    copies: print.copies,
    size: `${print.widthMm} × ${print.heightMm}`,
    dm2: (print.widthMm * print.heightMm) / 1e4,
    subject: find(context, 'subject', print.subjectId)?.name ?? print.subjectId,
    paper: (print.paperId && find(context, 'paper', print.paperId)?.name) ?? '',
    printer: find(context, 'printer', print.printerId)?.name ?? print.printerId,
    cost: costs.get(print.id),
  }));

/** An edition that is called after its picture is said once. */
function titleOf({ title, as, edition }: FactOf<'printed'>): string {
  const named = edition && !edition.startsWith(title) ? `${title}, ${edition}` : (edition ?? title);
  return as && as !== 'print' ? `${named} (${PRINT_KIND_NAMES[as]})` : named;
}

const keyOf = (row: PrintRow, by: SortKey): string | number | null | undefined => {
  switch (by) {
    case 'size':
      return row.dm2;
    case 'ink':
      return row.cost?.ml;
    case 'cost':
      return row.cost?.refillMinor;
    case 'original':
      return row.cost?.originalMinor;
    default:
      return row[by];
  }
};

const words = new Intl.Collator(undefined, { numeric: true, sensitivity: 'base' });

/** Those that hold all the words, in the order asked for; what is not known comes last either way. */
export function sortedRows(
  rows: readonly PrintRow[],
  { by, down }: Sorting,
  text: string,
): readonly PrintRow[] {
  const holds = holdsWords(text);
  const found = rows.filter((row) =>
    holds(`${row.title} ${row.subject} ${row.paper} ${row.printer} ${row.size} ${row.at.slice(0, 10)}`),
  );
  return found.sort((a, b) => {
    const [x, y] = [keyOf(a, by), keyOf(b, by)];
    if (x == null || y == null) return x == null ? (y == null ? 0 : 1) : -1;
    const order =
      typeof x === 'number' && typeof y === 'number' ? x - y : words.compare(String(x), String(y));
    return down ? -order : order;
  });
}
