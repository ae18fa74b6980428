import { proxy } from 'comlink';
import type { Fact, FileProblem } from '@hiraeth/core/workbook';
import type { Result } from '@hiraeth/core/quantity';
import { aside } from './aside';
import type { WorkbookWorker } from './workbook.worker';

export type ReadWorkbook = (
  file: File,
  onProgress: (share: number) => void,
  signal: AbortSignal,
) => Promise<Result<readonly Fact[], FileProblem>>;

/** Reads a workbook file in a worker: ten years never hold up the page. */
export const readWorkbookAside: ReadWorkbook = async (file, onProgress, signal) => {
  const facts: Fact[] = [];
  const read = await aside<WorkbookWorker, Result<number, FileProblem>>(
    () => new Worker(new URL('./workbook.worker.ts', import.meta.url), { type: 'module' }),
    (remote) =>
      remote.read(
        file,
        proxy((some: Fact[], of: number) => {
          for (const fact of some) facts.push(fact);
          onProgress(facts.length / Math.max(1, of));
          return Promise.resolve();
        }),
      ),
    signal,
  );
  return read.ok ? { ok: true, value: facts } : read;
};
