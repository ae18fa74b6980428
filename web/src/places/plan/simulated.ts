import type { PolicyResult } from '@hiraeth/core/plan';

export interface Simulated {
  readonly state: 'busy' | 'failed' | 'stopped' | 'done';
  readonly results: readonly PolicyResult[];
  /** How far it is, 0 to 1. */
  readonly share: number;
  readonly stop: () => void;
  readonly again: () => void;
}
