import { amountsOf } from './amountsOf';
import { decided } from './answers';
import { dosesOf } from './dosesOf';
import type { CartridgeRun } from './run';
import type { RunEnv } from './env';

/**
 * Ink that is left when the filling is over: what was drawn up for it, less what went in. What went in is by the scale where it
 * was weighed, else as it was said: a load of which less went in leaves the rest. What was spilt had gone in before.
 *
 * @returns ml; 0 before a load went in, and where it is filled in small parts until it takes no more
 */
export function leftInSyringe(run: CartridgeRun, env: RunEnv): number {
  const inParts = decided(run, 'contents') === 'parts' && !run.byScale;
  const poured = amountsOf(run, env);
  if (inParts || poured.length === 0) return 0;
  const drawnUp = dosesOf(run, env).reduce((sum, { ml }) => sum + ml, 0);
  const wentIn = poured.reduce((sum, { ml }) => sum + ml.value, 0);
  return Math.max(0, drawnUp - wentIn);
}
