import { expose } from 'comlink';
import { seeded, simulatePolicies, type PolicyInput } from '@hiraeth/core';

const api = {
  simulate: (input: Omit<PolicyInput, 'random'>, seed: number) =>
    simulatePolicies({ ...input, random: seeded(seed) }),
};
export type PlanWorker = typeof api;

expose(api);
