import { proxy } from 'comlink';
import type { CheckLayout } from '@hiraeth/core/workbook';
import type { Corners } from '@hiraeth/core/image';
import { aside } from './aside';
import type { CheckWorker } from './check.worker';
import type { CheckPhoto } from './readCheckPhoto';

export type ReadCheckPhoto = (
  file: Blob,
  layout: CheckLayout,
  corners: Corners | undefined,
  onProgress: (share: number) => void,
  signal: AbortSignal,
) => Promise<CheckPhoto>;

/** Reads a photographed check in a worker. */
export const readCheckAside: ReadCheckPhoto = (file, layout, corners, onProgress, signal) =>
  aside<CheckWorker, CheckPhoto>(
    () => new Worker(new URL('./check.worker.ts', import.meta.url), { type: 'module' }),
    (remote) => remote.read(file, layout, corners, proxy(onProgress)),
    signal,
  );
