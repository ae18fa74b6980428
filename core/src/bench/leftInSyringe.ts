import { amountsOf } from './amountsOf';
import { barrelOf } from './barrelOf';
import { dosesOf } from './dosesOf';
import type { RunEnv } from './env';
import { isInParts } from './isInParts';
import type { CartridgeRun } from './run';

/**
 * Ink that is left when the filling is over: what was drawn up for it, less what went in. What went in is by the scale where it
 * was weighed, else as it was said: a load of which less went in leaves the rest. What was spilt had gone in before.
 *
 * @returns ml; 0 before a load went in, and where it is filled in small parts until it takes no more
 */
export function leftInSyringe(run: CartridgeRun, env: RunEnv): number {
  const poured = amountsOf(run, env);
  if (isInParts(run) || poured.length === 0) return 0;
  const drawnMl = dosesOf(run, env).reduce(
    (sum, dose, part) => sum + (barrelOf(run, env, dose, part, [])?.drawnMl ?? dose.ml),
    0,
  );
  const wentIn = poured.reduce((sum, { ml }) => sum + ml.value, 0);
  return Math.max(0, drawnMl - wentIn);
}
