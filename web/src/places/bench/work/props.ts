import type { BenchRun, CartridgeRun, RunEnv, StepKind, StepOf } from '@hiraeth/core/bench';
import type { BenchActions } from '../useBench';

/** What every step's sheet is given; a sheet for one kind of step knows that kind. */
export interface StepProps<K extends StepKind = StepKind> {
  readonly bench: BenchRun;
  readonly run: CartridgeRun;
  readonly env: RunEnv;
  readonly step: StepOf<K>;
  readonly actions: BenchActions;
}
