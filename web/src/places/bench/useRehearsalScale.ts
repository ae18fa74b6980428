import { useEffect } from 'react';
import { planOf, type BenchRun, type CartridgeRun, type RunEnv } from '@hiraeth/core';
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

/** What the rehearsed cartridge weighs: its start, what was put in and taken out. */
export function rehearsedMass(run: CartridgeRun, env: RunEnv): number {
  const rho = (env.bottleDensity[0] ?? env.densityInside).value;
  const plan = planOf({ ...run, answers: {} }, env);
  const start = plan.targetG - plan.addMl.value * rho;
  let ml = -run.spiltMl;
  for (const [id, answer] of Object.entries(run.answers)) {
    if (answer.kind === 'load') ml += answer.ml;
    if (answer.kind === 'volume' && answer.fate !== 'cartridge' && id !== 'leftover') ml -= answer.ml.value;
  }
  return start + ml * rho;
}
