import { proxy } from 'comlink';
import type { PolicyInput, PolicyResult } from '@hiraeth/core/plan';
import { aside } from './aside';
import type { PlanWorker } from './plan.worker';

/** The same question has the same answer each time. */
const SEED = 1;

/**
 * Simulates some thousand years of each policy in a worker, so that the page stays quick meanwhile.
 *
 * @param input plain data, as `planBasis` gives it
 * @param onProgress how far it is, 0 to 1
 * @param signal ends it early
 */
export const simulateAside = (
  input: Omit<PolicyInput, 'random'>,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<PolicyResult[]> =>
  aside<PlanWorker, PolicyResult[]>(
    () => new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' }),
    (remote) => remote.simulate(input, SEED, proxy(onProgress)),
    signal,
  );
