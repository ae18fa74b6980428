import { proxy } from 'comlink';
import type { CsvMapping, CsvProblem, PageLogProblem, ReadJobs } from '@hiraeth/core/jobs';
import type { Result } from '@hiraeth/core/quantity';
import { aside } from './aside';
import type { JobsWorker } from './jobs.worker';

/** What a file of jobs is, and how it is to be read. */
export type JobsFile =
  | { readonly kind: 'page-log'; readonly text: string; readonly format: string | undefined }
  | { readonly kind: 'csv'; readonly text: string; readonly mapping: CsvMapping | null };

export type ReadJobsFile = (
  file: JobsFile,
  onProgress: (share: number) => void,
  signal: AbortSignal,
) => Promise<Result<ReadJobs, PageLogProblem | CsvProblem>>;

/** Reads a file of jobs in a worker: two hundred thousand lines never hold up the page. */
export const readJobsAside: ReadJobsFile = (file, onProgress, signal) =>
  aside<JobsWorker, Awaited<ReturnType<ReadJobsFile>>>(
    () => new Worker(new URL('./jobs.worker.ts', import.meta.url), { type: 'module' }),
    (remote) =>
      file.kind === 'csv'
        ? remote.csv(file.text, file.mapping)
        : remote.pageLog(file.text, file.format, proxy(onProgress)),
    signal,
  );
