import type { FillPlan } from '../fill';
import type { Uncertain } from '../quantity';
import { dosesOf } from './dosesOf';
import type { RunEnv } from './env';
import { handU, isHeldBack } from './fillRoomMl';
import { forkOf } from './forkOf';
import { hasPoorTare } from './hasPoorTare';
import { isInParts } from './isInParts';
import { planOf } from './planOf';
import type { CartridgeRun } from './run';

/** A fill as a whole, before its first load: what goes in, and why that much. */
export interface InAll {
  /** By the doses as they stand, ml. */
  readonly ml: Uncertain;
  /**
   * The target that it comes to; a dose of one's own; as much as is safe while nobody knows better what is inside; or in small
   * parts until it takes no more, and then nobody knows how much that is.
   */
  readonly by: FillPlan['targetBy'] | 'dose' | 'doubt' | 'parts';
  /** What it would be up to the target, ml, and where that lies: g, and by which rule. */
  readonly toTargetMl: number;
  readonly targetG: number;
  readonly targetBy: FillPlan['targetBy'];
  /** What is inside now is known to one u of, ml; and whether an empty mass would tell it better. */
  readonly insideU: number;
  readonly poorTare: boolean;
  /** By a syringe's marks alone a hand pours it to one u of, ml; 0 where something else says when it is in. */
  readonly handU: number;
  /** Of `ml`, what a prime takes out again, ml. */
  readonly primeMl: number;
  /** What "1 g = 1 ml" would add up to the target, ml. */
  readonly naiveMl: number;
  /** What the bottle then holds, ml, and whether it holds that much at all; null where several are poured from. */
  readonly bottle: { readonly afterMl: number; readonly short: boolean } | null;
}

/** What goes in as a whole by the doses that the loads follow, so that the sum that is told is the one that is poured. */
export function inAll(run: CartridgeRun, env: RunEnv): InAll {
  const plan = planOf(run, env);
  const ml = dosesOf(run, env).reduce((sum, dose) => sum + dose.ml, 0);
  const toTargetMl = Math.max(0, plan.addMl.value);
  const own = run.dosesMl.some((dose) => dose !== null);
  const [bottleMl] = env.body.type.chambers === 1 ? env.bottleMl : [];
  return {
    ml: { value: ml, u: plan.addMl.u },
    by: isInParts(run) ? 'parts' : own ? 'dose' : isHeldBack(run, env) ? 'doubt' : plan.targetBy,
    toTargetMl,
    targetG: plan.targetG,
    targetBy: plan.targetBy,
    insideU: forkOf(run, env).contents.u,
    poorTare: hasPoorTare(env.body),
    handU: handU(run, plan),
    primeMl: own ? 0 : Math.max(0, ml - toTargetMl),
    naiveMl: plan.naiveMl,
    bottle: bottleMl ? { afterMl: Math.max(0, bottleMl.value - ml), short: bottleMl.value < ml } : null,
  };
}
