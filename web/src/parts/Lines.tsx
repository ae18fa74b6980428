import type { ReactNode } from 'react';

/** One column of a table: what it is called, and what it says of a row. */
export interface Column<R> {
  /** Absent in a table whose columns speak for themselves. */
  readonly head?: ReactNode;
  /** Said to those who listen alone: a column of buttons. */
  readonly isHidden?: true;
  /** Figures, one below the other. */
  readonly n?: true;
  readonly of: (row: R, index: number) => ReactNode;
  /** Tone of a cell. */
  readonly tone?: string | ((row: R) => string);
}

/** A table of lines: all of the app's that say one thing in each column. */
export function Lines<R>({
  columns,
  rows,
  keyOf,
  toneOf,
  label,
  caption,
  widest,
  last,
}: {
  readonly columns: readonly Column<R>[];
  readonly rows: readonly R[];
  readonly keyOf: (row: R, index: number) => string | number;
  /** Tone of a whole row. */
  readonly toneOf?: (row: R) => string;
  readonly label?: string;
  readonly caption?: string;
  /** px, of a table of few columns. */
  readonly widest?: number;
  /** Rows of another kind below them: a sum. */
  readonly last?: ReactNode;
}) {
  return (
    <table
      className="lines"
      {...(widest === undefined ? {} : { style: { maxWidth: widest } })}
      {...(label === undefined ? {} : { 'aria-label': label })}
    >
      {caption !== undefined && <caption className="visually-hidden">{caption}</caption>}
      {columns.some(({ head }) => head !== undefined) && (
        <thead>
          <tr>
            {columns.map(({ head, isHidden, n }, c) => (
              <th key={c} scope="col" {...(n ? { className: 'n' } : {})}>
                {isHidden ? <span className="visually-hidden">{head}</span> : head}
              </th>
            ))}
          </tr>
        </thead>
      )}
      <tbody>
        {rows.map((row, i) => (
          <tr key={keyOf(row, i)} {...classOf(toneOf?.(row))}>
            {columns.map(({ n, of, tone }, c) => (
              <td key={c} {...classOf(n ? 'n' : '', typeof tone === 'function' ? tone(row) : tone)}>
                {of(row, i)}
              </td>
            ))}
          </tr>
        ))}
        {last}
      </tbody>
    </table>
  );
}

function classOf(...names: readonly (string | undefined)[]): { className?: string } {
  const className = names.filter(Boolean).join(' ');
  return className === '' ? {} : { className };
}
