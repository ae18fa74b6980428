import type { BenchRun, CartridgeRun, RunEnv, Step } from '@hiraeth/core';
import type { BenchActions } from '../useBench';

export interface StepProps {
  readonly bench: BenchRun;
  readonly run: CartridgeRun;
  readonly env: RunEnv;
  readonly step: Step;
  readonly actions: BenchActions;
}
