import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState } from 'react';
import {
  DEFAULT_PAGE_LOG,
  formatFromConfig,
  guessCsvMapping,
  guessPageLog,
  pageLogFits,
  type CsvMapping,
  type PageLogLayout,
  type RefusedLine,
} from '@hiraeth/core/jobs';
import { jobProblemWords, REFUSAL_WORDS } from '@hiraeth/core/words';
import { useServices } from '../../state/services';
import { askForJobs, bridgedPrinters, type KnownPrinter } from '../../devices/askBridge';
import { remember } from '../../state/remember';
import { TextFileButton } from '../../parts/TextFileButton';
import { CsvColumns } from './CsvColumns';
import { LogColumns } from './LogColumns';
import type { Tray } from './useTray';

const FORMAT_KEY = 'hiraeth-page-log-format';
const MAPPING_KEY = 'hiraeth-csv-mapping';
const SHOWN = 5;

/** Jobs taken in: asked of the printer, from the spooler's page log, or from a table. */
export function TakeIn({ tray }: { readonly tray: Tray }) {
  const { readJobs } = useServices();
  const [printers, setPrinters] = useState<readonly KnownPrinter[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const [bad, setBad] = useState(false);
  const [refused, setRefused] = useState<readonly RefusedLine[]>([]);
  const [share, setShare] = useState<number | null>(null);
  /** Jobs that have come so far while a printer is asked. */
  const [read, setRead] = useState<number | null>(null);
  const [format, setFormat] = useState(() => remember.get(FORMAT_KEY) ?? '');
  const [table, setTable] = useState<{ text: string; mapping: CsvMapping } | null>(null);
  const [log, setLog] = useState<{ text: string; layout: PageLogLayout } | null>(null);
  const stop = useRef<AbortController | null>(null);
  useEffect(() => {
    let alive = true;
    void bridgedPrinters().then((list) => alive && setPrinters(list));
    return () => {
      alive = false;
      stop.current?.abort();
    };
  }, []);
  const complain = (words: string): void => {
    setBad(true);
    setSaid(words);
  };
  const done = async (
    jobs: Parameters<Tray['takeIn']>[0],
    lines: readonly RefusedLine[],
    wholeOf?: string,
  ): Promise<void> => {
    setBad(false);
    setSaid(await tray.takeIn(jobs, wholeOf));
    setRefused(lines);
  };
  const ask = async (printer: KnownPrinter): Promise<void> => {
    stop.current = new AbortController();
    setRead(0);
    try {
      const answer = await askForJobs(printer.id, {
        ...tray.knownOf(printer.id),
        onRead: setRead,
        signal: stop.current.signal,
      });
      // A printer's own address names no queue: then it is called as the server's list calls it.
      if (answer.ok)
        await done(
          answer.jobs.map((job) => (job.queue === '' ? { ...job, queue: printer.name } : job)),
          answer.refused,
          answer.whole ? printer.id : undefined,
        );
      else complain(answer.words);
    } finally {
      setRead(null);
    }
  };
  const readFile = async (file: Parameters<typeof readJobs>[0]): Promise<void> => {
    stop.current = new AbortController();
    setShare(0);
    try {
      const found = await readJobs(file, setShare, stop.current.signal);
      if (found.ok) await done(found.value.jobs, found.value.refused);
      else complain(jobProblemWords(found.problem));
    } catch (error) {
      complain(error instanceof Error ? error.message : 'It could not be read.');
    } finally {
      setShare(null);
    }
  };
  const open = async (text: string): Promise<void> => {
    const told = formatFromConfig(text);
    if (told !== null) {
      setFormat(told);
      remember.set(FORMAT_KEY, told);
      setBad(false);
      return setSaid(`The format is taken from the configuration: ${told}. Now choose the page log.`);
    }
    const guess = guessPageLog(text);
    if (guess) {
      const known = [format.trim(), DEFAULT_PAGE_LOG].find((one) => one !== '' && pageLogFits(text, one));
      if (!known) return setLog({ text, layout: guess });
      remember.set(FORMAT_KEY, format);
      return readFile({ kind: 'page-log', text, format: known });
    }
    const mapping = remembered(text) ?? guessCsvMapping(text);
    if (!mapping) return complain('It is neither a page log nor a table with a header.');
    setTable({ text, mapping });
  };
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
          onTake={(told) => {
            setFormat(told);
            remember.set(FORMAT_KEY, told);
            setLog(null);
            void readFile({ kind: 'page-log', text: log.text, format: told });
          }}
        />
      )}
      {table && (
        <CsvColumns
          text={table.text}
          mapping={table.mapping}
          onMapping={(mapping) => setTable({ ...table, mapping })}
          onCancel={() => setTable(null)}
          onTake={() => {
            remember.set(MAPPING_KEY, JSON.stringify(table.mapping));
            setTable(null);
            void readFile({ kind: 'csv', ...table });
          }}
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
          <Button onClick={() => stop.current?.abort()}>Stop</Button>
        </div>
      )}
      {read !== null && (
        <div className="row" role="status">
          <span>{read === 0 ? 'Asking …' : `${read} jobs so far …`}</span>
          <Button onClick={() => stop.current?.abort()}>Stop</Button>
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

/** The mapping that was used last, where this table has its columns. */
function remembered(text: string): CsvMapping | null {
  try {
    const kept = JSON.parse(remember.get(MAPPING_KEY) ?? 'null') as CsvMapping | null;
    const header = text.slice(0, text.indexOf('\n'));
    return kept && Object.values(kept.columns).every((column) => header.includes(column)) ? kept : null;
  } catch {
    return null;
  }
}
