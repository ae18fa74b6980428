import { planFill, type FillPlan } from '../fill';
import type { Uncertain } from '../quantity';
import { massOf, massStart } from './answers';
import { METHOD_DATA } from './methods';
import { pouredDensity } from './pouredDensity';
import type { CartridgeRun } from './run';
import type { RunEnv } from './runEnv';

/** The plan that this run follows, from the mass before (or the ledger's estimate where nothing is weighed). */
export function planOf(run: CartridgeRun, env: RunEnv): FillPlan {
  const { body, densityInside } = env;
  const known = massStart(run) ?? massFromInk(run, env);
  const drawn = run.answers['draw-out'];
  // What was drawn out first is to be filled in again.
  const before =
    drawn?.kind === 'volume' && drawn.fate !== 'cartridge' && massOf(run, 'weigh-drawn') === null
      ? {
          value: known.value - drawn.ml.value * densityInside.value,
          u: Math.hypot(known.u, drawn.ml.u * densityInside.value),
        }
      : known;
  return planFill({
    massG: before,
    emptyG: body.emptyG,
    density: pouredDensity(env),
    type: body.type,
    maxG: body.maxG,
    toleranceG: body.type.toleranceG,
    byLine: METHOD_DATA[run.method].dosed === 'line',
    ownTargetG: body.cartridge.targetG,
    method: run.method,
    syringe: env.syringe,
    scale: env.scale,
    // Several bottles: the tool check looks at each.
    bottleMl: body.type.chambers === 1 ? (env.bottleMl[0] ?? null) : null,
  });
}

function massFromInk(run: CartridgeRun, env: RunEnv): Uncertain {
  const ink = run.inkBefore ?? { value: 0, u: 0.5 };
  return {
    value: env.body.emptyG.value + ink.value * env.densityInside.value,
    u: Math.hypot(env.body.emptyG.u, ink.u * env.densityInside.value),
  };
}
