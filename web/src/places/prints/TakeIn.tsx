import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import TextField from '@mui/material/TextField';
import { DEFAULT_PAGE_LOG } from '@hiraeth/core/jobs';
import { REFUSAL_WORDS, howMany } from '@hiraeth/core/words';
import { TextFileButton } from '../../parts/TextFileButton';
import { CsvColumns } from './CsvColumns';
import { LogColumns } from './LogColumns';
import type { Tray } from './useTray';
import { useTakeIn } from './useTakeIn';

const SHOWN = 5;

/** Jobs taken in: asked of the printer, from the spooler's page log, or from a table. */
export function TakeIn({ tray }: { readonly tray: Tray }) {
  const { printers, said, bad, refused, share, read, format, ask, open, complain, stopIt, ...rest } =
    useTakeIn(tray);
  const { table, setTable, takeTable, log, setLog, takeLog, setFormat } = rest;
  return (
    <div className="stack">
      <div className="row">
        {printers.map((printer) => (
          <Button
            key={printer.id}
            variant="outlined"
            disabled={read !== null}
            onClick={() => void ask(printer)}
          >
            Ask {printer.name} what it printed
          </Button>
        ))}
        <TextFileButton
          label="File of jobs"
          older="western"
          onText={(text) => void open(text)}
          onWrong={complain}
        >
          From a page log or a table
        </TextFileButton>
      </div>
      <details className="why">
        <summary>The spooler’s own format</summary>
        <TextField
          fullWidth
          label="PageLogFormat"
          value={format}
          onChange={(event) => setFormat(event.target.value)}
          placeholder={DEFAULT_PAGE_LOG}
          helperText="Only where its administrator set another one. Choose the spooler’s configuration as the file, and it is read from there."
        />
      </details>
      {log && (
        <LogColumns
          text={log.text}
          layout={log.layout}
          onLayout={(layout) => setLog({ ...log, layout })}
          onCancel={() => setLog(null)}
          onTake={takeLog}
        />
      )}
      {table && (
        <CsvColumns
          text={table.text}
          mapping={table.mapping}
          onMapping={(mapping) => setTable({ ...table, mapping })}
          onCancel={() => setTable(null)}
          onTake={takeTable}
        />
      )}
      {share !== null && (
        <div className="row">
          <LinearProgress
            variant="determinate"
            value={100 * share}
            aria-label="Reading"
            sx={{ flex: 1, maxWidth: 320 }}
          />
          <Button onClick={stopIt}>Stop</Button>
        </div>
      )}
      {read !== null && (
        <div className="row" role="status">
          <span>{read === 0 ? 'Asking …' : `${howMany(read, 'job')} so far …`}</span>
          <Button onClick={stopIt}>Stop</Button>
        </div>
      )}
      {said && read === null && (
        <p role="status" className={bad ? 'bad' : ''}>
          {said}
        </p>
      )}
      {refused.length > 0 && (
        <ul className="plain small">
          {refused.slice(0, SHOWN).map(({ line, text, reason }) => (
            <li key={line} className="soft">
              Line {line}: {REFUSAL_WORDS[reason]} ({text.slice(0, 60)})
            </li>
          ))}
          {refused.length > SHOWN && <li className="soft">… and {refused.length - SHOWN} more.</li>}
        </ul>
      )}
    </div>
  );
}
