import { planFill, type FillPlan } from '../fill';
import type { Uncertain } from '../quantity';
import { UNKNOWN_SHARE } from '../workbook';
import { massStart } from './answers';
import { beforeLoads } from './entriesOf';
import { forkOf } from './forkOf';
import { METHOD_DATA } from './methods';
import { pouredDensity } from './pouredDensity';
import type { CartridgeRun } from './run';
import type { RunEnv } from './env';

/** What is still to be filled, from what is believed to be inside now: by all that was answered so far. */
export function planOf(run: CartridgeRun, env: RunEnv): FillPlan {
  const { toleranceG } = startPlan(run, env);
  return planFrom(run, env, forkOf(run, env).massG, toleranceG);
}

/**
 * The whole fill as it stood when the ink began to go in: what the tools are laid out for, and how near counts as done (a
 * fill that has nearly come to its end is no finer for that).
 */
export function startPlan(run: CartridgeRun, env: RunEnv): FillPlan {
  // Once it is recorded, the log no longer says what stood before: the run does.
  const massG = run.done.includes('summary')
    ? (massStart(run) ?? massBelieved(run, env))
    : forkOf(beforeLoads(run), env).massG;
  return planFrom(run, env, massG, env.body.type.toleranceG);
}

function planFrom(run: CartridgeRun, env: RunEnv, massG: Uncertain, toleranceG: number | null): FillPlan {
  const { body } = env;
  return planFill({
    massG,
    emptyG: body.emptyG,
    density: pouredDensity(env),
    type: body.type,
    maxG: body.maxG,
    toleranceG,
    byLine: METHOD_DATA[run.method].dosed === 'line',
    ownTargetG: body.cartridge.targetG,
    method: run.method,
    syringe: env.syringe,
    scale: env.scale,
    // Several bottles: the tool check looks at each.
    bottleMl: body.type.chambers === 1 ? (env.bottleMl[0] ?? null) : null,
  });
}

/** What it was taken to weigh before anything was done: what was believed then stays with the run. */
function massBelieved(run: CartridgeRun, { body, densityInside }: RunEnv): Uncertain {
  const { capacityMl } = body.type;
  const ink = run.inkBefore ?? {
    value: UNKNOWN_SHARE.value * capacityMl,
    u: UNKNOWN_SHARE.u * capacityMl,
  };
  return {
    value: body.emptyG.value + ink.value * densityInside.value,
    u: Math.hypot(body.emptyG.u, ink.u * densityInside.value),
  };
}
