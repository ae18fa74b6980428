import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type ClipboardEvent } from 'react';
import { pastedTable, type GridColumn, type GridLine } from './pastedTable';

export type { GridColumn, GridLine } from './pastedTable';

const EMPTY: GridLine = {};
const LINES = 6;
/** So many things that were not taken as they stood are said. */
const MOST_SAID = 6;

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
  const [said, setSaid] = useState<readonly string[]>([]);
  const empty = lines.every((line) => Object.values(line).every((text) => text === ''));
  const change = (i: number, id: string, value: string): void =>
    onLines(lines.map((line, at) => (at === i ? { ...line, [id]: value } : line)));
  const paste =
    (row: number, column: number) =>
    (event: ClipboardEvent): void => {
      const text = event.clipboardData.getData('text');
      if (!/[\t\n]/.test(text.trim())) return;
      event.preventDefault();
      const table = pastedTable(lines, columns, row, column, text);
      onLines(table.lines);
      setSaid(table.said);
    };
  return (
    <>
      {said.length > 0 && !empty && (
        <ul className="warn said" role="status">
          {said.slice(0, MOST_SAID).map((words) => (
            <li key={words}>{words}</li>
          ))}
          {said.length > MOST_SAID && <li>And {said.length - MOST_SAID} more that are empty now.</li>}
        </ul>
      )}
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
