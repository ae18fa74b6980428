import { proxy, releaseProxy, wrap } from 'comlink';
import type { CsvMapping, CsvProblem, PageLogProblem, ReadJobs, Result } from '@hiraeth/core';
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

/**
 * Reads a file of jobs in a worker: two hundred thousand lines never hold up the page.
 *
 * @throws Error when the worker does not load, or was stopped
 */
export const readJobsAside: ReadJobsFile = async (file, onProgress, signal) => {
  const worker = new Worker(new URL('./jobs.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<JobsWorker>(worker);
  const stopped = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => {
      worker.terminate();
      reject(new Error('It was stopped: nothing was taken in.'));
    });
    worker.addEventListener('error', (event) =>
      reject(new Error(event.message || 'The reader did not load.')),
    );
  });
  try {
    return await Promise.race([
      file.kind === 'csv'
        ? remote.csv(file.text, file.mapping)
        : remote.pageLog(file.text, file.format, proxy(onProgress)),
      stopped,
    ]);
  } finally {
    remote[releaseProxy]();
    worker.terminate();
  }
};
