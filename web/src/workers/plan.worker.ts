import { expose } from 'comlink';
import { seeded } from '@hiraeth/core/numeric';
import { simulatePolicies, type PolicyInput } from '@hiraeth/core/plan';

const api = {
  simulate: (input: Omit<PolicyInput, 'random'>, seed: number, onProgress: (share: number) => void) =>
    simulatePolicies({ ...input, random: seeded(seed) }, null, onProgress),
};
export type PlanWorker = typeof api;

expose(api);
