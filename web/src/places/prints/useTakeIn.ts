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
import { jobProblemWords } from '@hiraeth/core/words';
import { useServices } from '../../state/services';
import { askForJobs, bridgedPrinters, type KnownPrinter } from '../../devices/askBridge';
import { remember } from '../../state/remember';
import type { Tray } from './useTray';

const FORMAT_KEY = 'hiraeth-page-log-format';
const MAPPING_KEY = 'hiraeth-csv-mapping';

/** How jobs come in: asked of a printer, or read from a file whose columns may have to be confirmed first. */
export function useTakeIn(tray: Tray) {
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
  const takeLog = (told: string): void => {
    if (!log) return;
    setFormat(told);
    remember.set(FORMAT_KEY, told);
    setLog(null);
    void readFile({ kind: 'page-log', text: log.text, format: told });
  };
  const takeTable = (): void => {
    if (!table) return;
    remember.set(MAPPING_KEY, JSON.stringify(table.mapping));
    setTable(null);
    void readFile({ kind: 'csv', ...table });
  };
  return {
    printers,
    said,
    bad,
    refused,
    share,
    read,
    format,
    setFormat,
    table,
    setTable,
    log,
    setLog,
    ask,
    open,
    takeLog,
    takeTable,
    complain,
    stopIt: () => stop.current?.abort(),
  };
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
