import { judgeFill } from '../fill';
import { amountsOf } from './amountsOf';
import { afterMasses } from './answers';
import { dosesOf } from './dosesOf';
import type { RunEnv } from './env';
import { isHeldBack } from './fillRoomMl';
import { isInParts } from './isInParts';
import { forkOf } from './forkOf';
import { planOf } from './planOf';
import { pouredDensity } from './pouredDensity';
import type { CartridgeRun } from './run';

/** How a fill ended: by the dose that was set, by what was safe, or beside its target. */
export type FillEnd =
  | { readonly code: 'dose'; readonly ml: number }
  | { readonly code: 'heldBack' }
  | { readonly code: 'done' }
  | { readonly code: 'short' | 'over'; readonly ml: number };

/** @returns null where it went in in parts until it took no more, less went in than was safe, or was filled to a target and not weighed afterwards: nothing says how near it came */
export function fillEnd(run: CartridgeRun, env: RunEnv): FillEnd | null {
  if (isInParts(run)) return null;
  if (run.dosesMl.some((dose) => dose !== null))
    return { code: 'dose', ml: dosesOf(run, env).reduce((sum, { ml }) => sum + ml, 0) };
  if (isHeldBack(run, env)) return isAllIn(run, env) ? { code: 'heldBack' } : null;
  if (afterMasses(run).length === 0) return null;
  const verdict = judgeFill(forkOf(run, env).massG, planOf(run, env), pouredDensity(env));
  return verdict.state === 'done' ? { code: 'done' } : { code: verdict.state, ml: verdict.ml };
}

/** Did as much go in as was safe? Less is nobody's limit but a bulge, or a bead, that was seen. */
function isAllIn(run: CartridgeRun, env: RunEnv): boolean {
  const safeMl = dosesOf(run, env).reduce((sum, { ml }) => sum + ml, 0);
  const inMl = amountsOf(run, env).reduce((sum, { ml }) => sum + ml.value, 0);
  return inMl > safeMl - planOf(run, env).toleranceG / pouredDensity(env).value;
}
