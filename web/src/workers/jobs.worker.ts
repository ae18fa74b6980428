import { expose } from 'comlink';
import { parseJobsCsv, parsePageLog, type CsvMapping } from '@hiraeth/core/jobs';

const api = {
  pageLog: (text: string, format: string | undefined, onProgress: (share: number) => void) =>
    parsePageLog(text, format, onProgress),
  csv: (text: string, mapping: CsvMapping | null) => parseJobsCsv(text, mapping ?? undefined),
};
export type JobsWorker = typeof api;

expose(api);
