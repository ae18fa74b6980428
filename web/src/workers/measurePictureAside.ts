import type { ForPrinter } from './forPrinter';
export type { ForPrinter } from './forPrinter';
import { proxy } from 'comlink';
import type { MeasuredPicture, PictureProblem } from '@hiraeth/core/image';
import type { Result } from '@hiraeth/core/quantity';
import { aside } from './aside';
import type { PictureWorker } from './picture.worker';

export type MeasurePicture = (
  file: Blob & { readonly name: string },
  printers: readonly ForPrinter[],
  onProgress: (share: number) => void,
  signal: AbortSignal,
) => Promise<Result<MeasuredPicture, PictureProblem>>;

/** Measures a picture in a worker, strip by strip: a hundred megapixels never hold up the page. */
export const measurePictureAside: MeasurePicture = (file, printers, onProgress, signal) =>
  aside<PictureWorker, Awaited<ReturnType<MeasurePicture>>>(
    () => new Worker(new URL('./picture.worker.ts', import.meta.url), { type: 'module' }),
    (remote) => remote.measure(file, printers, proxy(onProgress)),
    signal,
  );
