import { useEffect } from 'react';
import type { BenchRun, CartridgeRun, RunEnv } from '@hiraeth/core';
import { rehearsedMass } from '@hiraeth/rig';
import { useScale } from '../../devices/useScale';

/** In a rehearsal the simulated scale carries a simulated cartridge that weighs what was done to it so far. */
export function useRehearsalScale(bench: BenchRun, run: CartridgeRun, env: RunEnv): void {
  const { hub } = useScale();
  const { rehearsal } = bench;
  const massG = rehearsedMass(run, env);
  useEffect(() => {
    if (rehearsal && hub.snapshot().source !== 'simulated') hub.simulate();
    if (rehearsal) hub.simulated.put(massG);
  }, [rehearsal, massG, hub]);
}
