import { aside } from './aside';
import type { LabelWorker } from './label.worker';

const TIMEOUT_MS = 20_000;

/**
 * Looks for a label's code in a photograph, in a worker and not for ever.
 *
 * @throws Error in words, when it cannot be read, or took too long
 */
export async function readLabelAside(file: Blob): Promise<string | null> {
  if (typeof Worker === 'undefined') throw new Error('This browser cannot look into a picture.');
  const limit = AbortSignal.timeout(TIMEOUT_MS);
  try {
    return await aside<LabelWorker, string | null>(
      () => new Worker(new URL('./label.worker.ts', import.meta.url), { type: 'module' }),
      (remote) => remote.read(file),
      limit,
    );
  } catch (error) {
    if (limit.aborted)
      throw new Error('It took too long to look through this picture. Take one of the label alone.', {
        cause: error,
      });
    throw error;
  }
}
