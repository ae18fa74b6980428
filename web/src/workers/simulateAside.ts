import { releaseProxy, wrap } from 'comlink';
import type { PolicyInput, PolicyResult } from '@hiraeth/core';
import type { PlanWorker } from './plan.worker';

/** The same question has the same answer each time. */
const SEED = 1;

/**
 * Simulates some thousand years of each policy in a worker, so that the page stays quick meanwhile.
 *
 * @param input plain data, as `planBasis` gives it
 * @param signal ends it early
 * @throws Error when the worker does not load
 */
export async function simulateAside(
  input: Omit<PolicyInput, 'random'>,
  signal: AbortSignal,
): Promise<PolicyResult[]> {
  const worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<PlanWorker>(worker);
  const stop = (): void => worker.terminate();
  signal.addEventListener('abort', stop);
  try {
    const failed = new Promise<never>((_, reject) =>
      worker.addEventListener('error', (event) =>
        reject(new Error(event.message || 'The worker did not load.')),
      ),
    );
    return await Promise.race([remote.simulate(input, SEED), failed]);
  } finally {
    signal.removeEventListener('abort', stop);
    remote[releaseProxy]();
    stop();
  }
}
