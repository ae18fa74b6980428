import { decided, massBefore } from './answers';
import { CONSTRUCTION_DATA, METHOD_DATA } from './methods';
import type { CartridgeRun } from './run';
import type { RunEnv } from './env';

/** Its outlet seal is whole and stays so: the printer pierces it at the first insertion. What is fed through it has none left. */
export const isSealed = (run: CartridgeRun, env: RunEnv): boolean =>
  !METHOD_DATA[run.method].throughOutlet &&
  !CONSTRUCTION_DATA[env.body.type.construction].head &&
  (run.ports.seal === 'intact' ||
    (run.ports.seal === undefined && env.body.type.outletSeal && run.occasion === 'first'));

/** Is it primed by hand at all? Not through an outlet that was fed, nor through a seal that its type wants whole. */
export function canPrime(run: CartridgeRun, env: RunEnv): boolean {
  const { type } = env.body;
  return (
    CONSTRUCTION_DATA[type.construction].primeMl > 0 &&
    !METHOD_DATA[run.method].throughOutlet &&
    !CONSTRUCTION_DATA[env.body.type.construction].head &&
    (!isSealed(run, env) || type.primeThroughSeal)
  );
}

/** Ran dry: at or below its reserve by the log, so that well or duct hold air. */
export function ranDry(run: CartridgeRun, env: RunEnv): boolean {
  const mass = massBefore(run);
  const ml = mass
    ? (mass.value - env.body.emptyG.value) / env.densityInside.value
    : (run.inkBefore?.value ?? Infinity);
  return ml <= env.body.type.reserveMl;
}

/** What the printer's school, the occasion and a dry well suggest. */
export function suggestedPrime(run: CartridgeRun, env: RunEnv): 'prime' | 'skip' | 'printer' {
  if (run.occasion === 'first' || run.occasion === 'conversion' || ranDry(run, env)) return 'prime';
  const school = env.printer?.schools.prime ?? 'always';
  return school === 'always' ? 'prime' : school === 'whenDry' ? 'skip' : 'printer';
}

/**
 * What priming by hand will take out again, so that the fill can allow for it: as decided, else as suggested.
 *
 * @returns ml; 0 when it is not primed
 */
export function primeMlOf(run: CartridgeRun, env: RunEnv): number {
  const { primeMl } = CONSTRUCTION_DATA[env.body.type.construction];
  if (run.method === 'twoPart') return primeMl;
  if (!canPrime(run, env)) return 0;
  return (decided(run, 'prime-decide') ?? suggestedPrime(run, env)) === 'prime' ? primeMl : 0;
}
