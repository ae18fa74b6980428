import { planFill, type FillPlan } from '../fill';
import { partsOf, type PartBody } from '../ledger';
import type { Uncertain } from '../quantity';
import { headMasses, tankMasses } from './answers';
import { pouredDensity } from './pouredDensity';
import { primeMlOf } from './primeMlOf';
import type { CartridgeRun } from './run';
import type { RunEnv } from './env';
import type { Part } from './step';

/** The fill of one body of a two-part cartridge, by its own masses. */
export interface PartPlan {
  readonly part: Part;
  readonly body: PartBody;
  readonly startG: Uncertain;
  readonly plan: FillPlan;
  /** What goes in, with what the head's prime takes out again, ml. */
  readonly doseMl: number;
}

/**
 * The fills of head and tank, each to its own full mass.
 *
 * @returns null where they are not filled as two bodies, or were not weighed each by itself
 */
export function partPlans(run: CartridgeRun, env: RunEnv): readonly [PartPlan, PartPlan] | null {
  const parts = run.method === 'twoPart' && run.byScale ? partsOf(env.body) : null;
  const [head] = headMasses(run);
  const [tank] = tankMasses(run);
  if (!parts || !head || !tank) return null;
  const density = pouredDensity(env);
  const own = env.body.cartridge.targetG;
  const plan = (part: Part, body: PartBody, startG: Uncertain): PartPlan => {
    const fill = planFill({
      massG: startG,
      emptyG: body.emptyG,
      density,
      type: { fullG: body.fullG, capacityMl: body.capacityMl, sections: [] },
      maxG: body.maxG,
      toleranceG: env.body.type.toleranceG,
      // The head is filled whole: a lower target of one's own is the tank's.
      ownTargetG: part === 'tank' && own !== null ? own - parts.head.fullG : null,
      method: run.method,
      syringe: env.syringe,
      scale: env.scale,
      bottleMl: null,
    });
    const add = Math.max(0, fill.addMl.value);
    const above = Math.max(0, (body.maxG - fill.targetG) / density.value);
    const prime = part === 'head' ? Math.min(above, primeMlOf(run, env)) : 0;
    const chosen = run.dosesMl[part === 'head' ? 0 : 1] ?? null;
    return { part, body, startG, plan: fill, doseMl: chosen ?? (add > 0 ? add + prime : 0) };
  };
  return [plan('head', parts.head, head), plan('tank', parts.tank, tank)];
}
