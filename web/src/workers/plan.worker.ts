import { expose } from 'comlink';
import { seeded, simulatePolicies, type PolicyInput } from '@hiraeth/core';

const api = {
  simulate: (input: Omit<PolicyInput, 'random'>, seed: number, onProgress: (share: number) => void) =>
    simulatePolicies({ ...input, random: seeded(seed) }, null, onProgress),
};
export type PlanWorker = typeof api;

expose(api);
