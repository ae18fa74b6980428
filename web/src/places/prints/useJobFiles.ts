import { useState } from 'react';
import {
  DEFAULT_PAGE_LOG,
  formatFromConfig,
  guessCsvMapping,
  guessPageLog,
  pageLogFits,
  type CsvMapping,
  type PageLogLayout,
} from '@hiraeth/core/jobs';
import { remember } from '../../state/remember';
import type { JobFile } from './useTakeIn';

const FORMAT_KEY = 'hiraeth-page-log-format';
const MAPPING_KEY = 'hiraeth-csv-mapping';

/** A file of jobs whose columns may have to be confirmed first: what was confirmed is known the next time. */
export function useJobFiles(how: {
  readonly complain: (words: string) => void;
  readonly tell: (words: string) => void;
  readonly read: (file: JobFile) => Promise<void>;
}) {
  const [format, setFormat] = useState(() => remember.get(FORMAT_KEY) ?? '');
  const [table, setTable] = useState<{ text: string; mapping: CsvMapping } | null>(null);
  const [log, setLog] = useState<{ text: string; layout: PageLogLayout } | null>(null);
  const open = async (text: string): Promise<void> => {
    const told = formatFromConfig(text);
    if (told !== null) {
      setFormat(told);
      remember.set(FORMAT_KEY, told);
      return how.tell(`The format is taken from the configuration: ${told}. Now choose the page log.`);
    }
    const guess = guessPageLog(text);
    if (guess) {
      const known = [format.trim(), DEFAULT_PAGE_LOG].find((one) => one !== '' && pageLogFits(text, one));
      if (!known) return setLog({ text, layout: guess });
      remember.set(FORMAT_KEY, format);
      return how.read({ kind: 'page-log', text, format: known });
    }
    const mapping = remembered(text) ?? guessCsvMapping(text);
    if (!mapping) return how.complain('It is neither a page log nor a table with a header.');
    setTable({ text, mapping });
  };
  const takeLog = (told: string): void => {
    if (!log) return;
    setFormat(told);
    remember.set(FORMAT_KEY, told);
    setLog(null);
    void how.read({ kind: 'page-log', text: log.text, format: told });
  };
  const takeTable = (): void => {
    if (!table) return;
    remember.set(MAPPING_KEY, JSON.stringify(table.mapping));
    setTable(null);
    void how.read({ kind: 'csv', ...table });
  };
  return { format, setFormat, table, setTable, log, setLog, open, takeLog, takeTable };
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
