import type { FillPlan } from '../fill';
import { ONE_SIDED } from '../numeric';
import { massStart } from './answers';
import { forkOf } from './forkOf';
import { pouredDensity } from './pouredDensity';
import { primeMlOf } from './primeMlOf';
import type { CartridgeRun } from './run';
import { MARKS_U } from './syringeU';
import { hasPoorTare, type RunEnv } from './runEnv';

/**
 * What may go in: up to the target, with what a prime takes out again, as far as the body bears it; where it is not
 * weighed never so much that the upper end of what may be inside then (one-sided 95 %) lies above the body's maximum.
 *
 * @param plan from what is believed to be inside, with its u
 * @returns ml; 0 when it is full
 */
export function fillRoomMl(run: CartridgeRun, env: RunEnv, plan: FillPlan): number {
  const add = Math.max(0, plan.addMl.value);
  if (add === 0) return 0;
  const rho = pouredDensity(env).value;
  const above = Math.max(0, (env.body.maxG - plan.targetG) / rho);
  const wished = add + Math.min(above, primeMlOf(run, env));
  // On the scale each load is seen as it goes in; but how much is in it already only as well as its empty mass is known.
  const u = !massStart(run)
    ? plan.addMl.u
    : hasPoorTare(env.body)
      ? Math.max(plan.addMl.u, forkOf(run, env).contents.u)
      : 0;
  // A hand pours as well as the marks can be read; what is short of the target then goes in by drops.
  return Math.min(wished, Math.max(0, add + above - ONE_SIDED * Math.hypot(u, MARKS_U * add)));
}
