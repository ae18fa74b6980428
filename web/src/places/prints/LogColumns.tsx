import Button from '@mui/material/Button';
import { formatOf, LOG_COLUMNS, parsePageLog, type LogColumn, type PageLogLayout } from '@hiraeth/core/jobs';
import { jobProblemWords, howMany } from '@hiraeth/core/words';
import { optionsOf, Pick } from '../../parts/fields';

const COLUMN_NAMES: Readonly<Record<LogColumn, string>> = {
  queue: 'Printer or queue',
  user: 'User',
  number: 'Job number',
  date: 'Date',
  page: 'Page',
  count: 'Sheets',
  title: 'Title',
  media: 'Paper size',
  uuid: 'Job’s identity',
  copies: 'Copies',
  other: 'nothing of use',
};
/** Read to tell what would be taken in: the first pages of a long log. */
const TRIED = 200_000;

interface LogColumnsProps {
  readonly text: string;
  readonly layout: PageLogLayout;
  readonly onLayout: (layout: PageLogLayout) => void;
  readonly onTake: (format: string) => void;
  readonly onCancel: () => void;
}

/** Which column of a page log tells what: found from its lines, confirmed or corrected here, remembered. */
export function LogColumns({ text, layout, onLayout, onTake, onCancel }: LogColumnsProps) {
  const format = formatOf(layout);
  const found = parsePageLog(text.slice(0, TRIED), format);
  const jobs = found.ok ? found.value.jobs.length : 0;
  return (
    <div className="stack" role="group" aria-label="Columns of the page log">
      <p>
        This page log is not in the spooler’s standard format. This is what its columns seem to be; put right
        what is not so.
      </p>
      <div className="form">
        {layout.columns.map(({ is, examples }, c) => (
          <Pick
            key={c}
            label={`Column ${c + 1}`}
            helperText={examples
              .slice(0, is === 'date' ? 1 : 3)
              .join(', ')
              .slice(0, 80)}
            value={is}
            options={optionsOf(LOG_COLUMNS, COLUMN_NAMES)}
            onPick={(picked) =>
              onLayout({
                ...layout,
                // Each thing stands in one column.
                columns: layout.columns.map((column, i) =>
                  i === c
                    ? { ...column, is: picked }
                    : column.is === picked && picked !== 'other'
                      ? { ...column, is: 'other' }
                      : column,
                ),
              })
            }
          />
        ))}
      </div>
      {!found.ok && <p className="bad">{jobProblemWords(found.problem)}</p>}
      <div className="row">
        <Button variant="contained" disabled={jobs === 0} onClick={() => onTake(format)}>
          {jobs === 0
            ? 'No job is read so'
            : text.length > TRIED
              ? 'Take it in'
              : `Take in ${howMany(jobs, 'job')}`}
        </Button>
        <Button onClick={onCancel}>Not now</Button>
      </div>
    </div>
  );
}
