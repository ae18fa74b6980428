import { useEffect, useRef, useState } from 'react';
import type { RefusedLine } from '@hiraeth/core/jobs';
import { jobProblemWords } from '@hiraeth/core/words';
import { useServices, type Services } from '../../state/services';
import { askForJobs, bridgedPrinters, type KnownPrinter } from '../../devices/askBridge';
import { useJobFiles } from './useJobFiles';
import type { Tray } from './useTray';

/** A file of jobs, with how it is to be read. */
export type JobFile = Parameters<Services['readJobs']>[0];

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
  const readFile = async (file: JobFile): Promise<void> => {
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
  const tell = (words: string): void => {
    setBad(false);
    setSaid(words);
  };
  const files = useJobFiles({ complain, tell, read: readFile });
  return {
    printers,
    said,
    bad,
    refused,
    share,
    read,
    ...files,
    ask,
    complain,
    stopIt: () => stop.current?.abort(),
  };
}
