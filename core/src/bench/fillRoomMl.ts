import type { FillPlan } from '../fill';
import { pouredDensity } from './pouredDensity';
import { primeMlOf } from './primeMlOf';
import type { CartridgeRun } from './run';
import type { RunEnv } from './runEnv';

/**
 * What may go in in this run: up to the target, with what a prime takes out again, as far as the body bears it.
 *
 * @returns ml; 0 when it is full
 */
export function fillRoomMl(run: CartridgeRun, env: RunEnv, plan: FillPlan): number {
  const add = Math.max(0, plan.addMl.value);
  const above = Math.max(0, (env.body.maxG - plan.targetG) / pouredDensity(env).value);
  return add > 0 ? add + Math.min(above, primeMlOf(run, env)) : 0;
}
