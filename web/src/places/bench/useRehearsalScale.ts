import { useEffect } from 'react';
import {
  panOf,
  type BenchRun,
  type CartridgeRun,
  type Part,
  type RunEnv,
  type Step,
} from '@hiraeth/core/bench';
import { rehearsedMass } from '@hiraeth/rig';
import { useScale } from '../../devices/useScale';

/** In a rehearsal the simulated scale carries a simulated cartridge that weighs what was done to it so far. */
export function useRehearsalScale(bench: BenchRun, run: CartridgeRun, env: RunEnv, step: Step): void {
  const { hub } = useScale();
  const { rehearsal } = bench;
  const massG = rehearsedMass(run, env, partOf(step)) + panOf(run, env).massG.value;
  useEffect(() => {
    if (rehearsal && hub.snapshot().source !== 'simulated') hub.simulate();
    if (rehearsal) hub.simulated.put(massG);
  }, [rehearsal, massG, hub]);
}

/** The body that is on the scale at a step; the whole where there is one body. */
const partOf = (step: Step): Part | undefined =>
  step.kind === 'weigh' || step.kind === 'load' ? step.part : undefined;
