import type { FillPlan } from '../fill';
import { ONE_SIDED } from '../numeric';
import { massStart } from './answers';
import { beforeLoads } from './entriesOf';
import { forkOf } from './forkOf';
import { startPlan } from './planOf';
import { METHOD_DATA } from './methods';
import { pouredDensity } from './pouredDensity';
import { primeMlOf } from './primeMlOf';
import type { CartridgeRun } from './run';
import { MARKS_U } from './syringeU';
import type { RunEnv } from './env';
import { hasPoorTare } from './hasPoorTare';

/**
 * What may go in: up to the target, with what a prime takes out again, as far as the body bears it; where it is not
 * weighed never so much that the upper end of what may be inside then (one-sided 95 %) lies above the body's maximum.
 *
 * @param plan from what is believed to be inside, with its u
 * @returns ml; 0 when it is full
 */
export const fillRoomMl = (run: CartridgeRun, env: RunEnv, plan: FillPlan): number =>
  roomMl(run, env, plan, doubtMl(run, env, plan));

/**
 * Is a fill as a whole kept below its target because nobody knows better what is inside, or what a hand pours? Then the target's
 * mass is no measure of when it is done, either.
 */
export function isHeldBack(run: CartridgeRun, env: RunEnv): boolean {
  if (run.dosesMl.some((dose) => dose !== null)) return false;
  const plan = startPlan(run, env);
  const near = plan.toleranceG / pouredDensity(env).value;
  const wished = handU(run, plan) > 0 ? Math.max(0, plan.addMl.value) : roomMl(run, env, plan, 0);
  return fillRoomMl(run, env, plan) < wished - near;
}

/**
 * A fill by the marks of a syringe alone is poured to so much, one u, ml; 0 on the scale, where what a hand pours short is topped
 * up by drops, and by a line or a count, which say when it is in.
 */
export const handU = (run: CartridgeRun, plan: FillPlan): number =>
  !run.byScale && METHOD_DATA[run.method].dosed === 'syringe' ? MARKS_U * Math.max(0, plan.addMl.value) : 0;

function roomMl(run: CartridgeRun, env: RunEnv, plan: FillPlan, u: number): number {
  const add = Math.max(0, plan.addMl.value);
  if (add === 0) return 0;
  const above = Math.max(0, (env.body.maxG - plan.targetG) / pouredDensity(env).value);
  const wished = add + Math.min(above, primeMlOf(run, env));
  // A hand pours as well as the marks can be read; what is short of the target then goes in by drops.
  return Math.min(wished, Math.max(0, add + above - ONE_SIDED * Math.hypot(u, MARKS_U * add)));
}

/** On the scale each load is seen as it goes in; but how much is in it already only as well as its empty mass is known. */
function doubtMl(run: CartridgeRun, env: RunEnv, plan: FillPlan): number {
  if (!massStart(run)) return plan.addMl.u;
  return hasPoorTare(env.body) ? Math.max(plan.addMl.u, forkOf(beforeLoads(run), env).contents.u) : 0;
}
