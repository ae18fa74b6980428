import { enterPast, type PastKind } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import type { FactDraft } from '@hiraeth/core/workbook';
import { useNow, useAct } from '../../state/hooks';
import { fromLocalField } from '../../parts/dates';
import { emptyLines, PasteGrid, useGrid, type GridColumn, type GridLine } from '../../parts/PasteGrid';

/** On paper: nobody noted the hour. */
const HOUR = 'T12:00';
const SHOWN = 6;

/** What one line means, at its time; or what is wrong with it, without the line's number. */
export type ReadLine = (line: GridLine, at: string) => readonly FactDraft[] | string;

const KINDS = [
  ['/past/masses', 'Masses'],
  ['/past/fills', 'Fills'],
  ['/past/prints', 'Prints'],
] as const;

/** Entries of the past from a notebook or another table: a line each, all saved at once or none. */
export function PastSheet({
  title,
  what,
  columns,
  read,
  children,
}: {
  readonly title: string;
  readonly what: PastKind;
  /** The first is the day. */
  readonly columns: readonly GridColumn[];
  readonly read: ReadLine;
  readonly children?: ReactNode;
}) {
  const now = useNow();
  const act = useAct();
  const { lines, setLines, problems, setProblems } = useGrid();
  const save = async (): Promise<void> => {
    const drafts: FactDraft[] = [];
    const wrong: string[] = [];
    lines.forEach((line, i) => {
      const { day = '', ...rest } = line;
      if (Object.values(rest).every((text) => text.trim() === '')) return;
      const at = day === '' ? null : fromLocalField(`${day}${HOUR}`);
      const found =
        at === null ? 'choose its day.' : at > now ? 'that day is still to come.' : read(line, at);
      if (typeof found === 'string') wrong.push(`Line ${i + 1}: ${found}`);
      else drafts.push(...found);
    });
    setProblems(wrong.slice(0, SHOWN));
    if (wrong.length > 0 || drafts.length === 0) return;
    const saved = await act(enterPast(drafts, what));
    if (saved) setLines(emptyLines());
  };
  return (
    <div className="stack">
      <h1>{title}</h1>
      <nav className="row" aria-label="What of the past">
        {KINDS.map(([to, name]) => (
          <NavLink key={to} to={to}>
            {name}
          </NavLink>
        ))}
      </nav>
      <p>
        From a notebook or another table, days first: a whole table can be pasted into any field. All of it is
        saved at once, or none.
      </p>
      {children}
      <form
        className="stack"
        aria-label={title}
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <PasteGrid columns={columns} lines={lines} onLines={setLines} />
        {problems.length > 0 && (
          <ul className="bad" role="alert">
            {problems.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        )}
        <div className="row">
          <Button type="submit" variant="contained">
            Save them all
          </Button>
        </div>
      </form>
    </div>
  );
}

export const DAY: GridColumn = { id: 'day', label: 'Day', as: 'day' };
