import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type ClipboardEvent } from 'react';

export interface GridColumn {
  readonly id: string;
  readonly label: string;
  /** A choice is pasted by its name. */
  readonly as: 'day' | 'text' | 'choice';
  readonly options?: readonly { readonly value: string; readonly label: string }[];
  readonly width?: number;
}
export type GridLine = Readonly<Record<string, string>>;

const EMPTY: GridLine = {};
const LINES = 6;
const MOST_LINES = 500;

/** Lines that nothing was entered in. */
export const emptyLines = (): readonly GridLine[] => Array.from({ length: LINES }, () => EMPTY);

/** A grid that takes a whole table from the clipboard at any of its cells. */
export function PasteGrid({
  columns,
  lines,
  onLines,
}: {
  readonly columns: readonly GridColumn[];
  readonly lines: readonly GridLine[];
  readonly onLines: (lines: readonly GridLine[]) => void;
}) {
  const change = (i: number, id: string, value: string): void =>
    onLines(lines.map((line, at) => (at === i ? { ...line, [id]: value } : line)));
  const paste =
    (row: number, column: number) =>
    (event: ClipboardEvent): void => {
      const text = event.clipboardData.getData('text');
      if (!/[\t\n]/.test(text.trim())) return;
      event.preventDefault();
      onLines(pasted(lines, columns, row, column, text));
    };
  return (
    <>
      <div className="scrollx">
        <table className="lines grid">
          <thead>
            <tr>
              {columns.map(({ id, label }) => (
                <th key={id}>{label}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {lines.map((line, i) => (
              <tr key={i}>
                {columns.map((column, c) => (
                  <td key={column.id}>
                    <TextField
                      select={column.as === 'choice'}
                      type={column.as === 'day' ? 'date' : 'text'}
                      value={line[column.id] ?? ''}
                      onChange={(event) => change(i, column.id, event.target.value)}
                      onPaste={paste(i, c)}
                      sx={{ width: column.width ?? (column.as === 'day' ? 160 : 96) }}
                      slotProps={{
                        htmlInput: { 'aria-label': `${column.label}, line ${i + 1}` },
                        select: { native: true },
                      }}
                    >
                      {column.as === 'choice' && (
                        <>
                          <option value="">–</option>
                          {column.options?.map(({ value, label }) => (
                            <option key={value} value={value}>
                              {label}
                            </option>
                          ))}
                        </>
                      )}
                    </TextField>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div>
        <Button onClick={() => onLines([...lines, EMPTY, EMPTY, EMPTY])}>More lines</Button>
      </div>
    </>
  );
}

function pasted(
  lines: readonly GridLine[],
  columns: readonly GridColumn[],
  row: number,
  column: number,
  text: string,
): readonly GridLine[] {
  const cells = text
    .replace(/\r/g, '')
    .replace(/\n$/, '')
    .split('\n')
    .slice(0, MOST_LINES)
    .map((line) => line.split('\t'));
  const next = [...lines];
  while (next.length < row + cells.length) next.push(EMPTY);
  cells.forEach((values, r) => {
    const line = { ...next[row + r] };
    values.forEach((value, c) => {
      const to = columns[column + c];
      if (to) line[to.id] = cellOf(to, value.trim());
    });
    next[row + r] = line;
  });
  return next;
}

function cellOf({ as, options }: GridColumn, text: string): string {
  if (as === 'day') return dayOf(text);
  if (as !== 'choice') return text;
  const said = text.toLowerCase();
  return options?.find(({ value, label }) => value === text || label.toLowerCase() === said)?.value ?? '';
}

/** A day as tables write it, for the date field; what is not one is left for the person. */
function dayOf(text: string): string {
  const iso = /^(\d{4})-(\d{2})-(\d{2})/.exec(text);
  if (iso) return `${iso[1]}-${iso[2]}-${iso[3]}`;
  const dotted = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(text);
  return dotted ? `${dotted[3]}-${dotted[2]!.padStart(2, '0')}-${dotted[1]!.padStart(2, '0')}` : '';
}

/** The grid's lines, and the state of a form around them. */
export function useGrid(): {
  readonly lines: readonly GridLine[];
  readonly setLines: (lines: readonly GridLine[]) => void;
  readonly problems: readonly string[];
  readonly setProblems: (problems: readonly string[]) => void;
} {
  const [lines, setLines] = useState(emptyLines);
  const [problems, setProblems] = useState<readonly string[]>([]);
  return { lines, setLines, problems, setProblems };
}
