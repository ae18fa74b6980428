import { judgeFill, type FillPlan } from '../../fill';
import { massOf, massStart } from '../answers';
import { dosesOf } from '../dosesOf';
import { loadsOf } from '../loadsOf';
import { isMixed } from '../isMixed';
import { CONSTRUCTION_DATA, METHOD_DATA } from '../methods';
import { chamberDensity, pouredDensity } from '../pouredDensity';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../runEnv';
import type { Lay } from '../step';

/** Doses by chamber (or head, then tank), each in syringe loads; by line or squeezes as one. */
export function loadSteps(run: CartridgeRun, env: RunEnv, plan: FillPlan, add: Lay): void {
  const method = METHOD_DATA[run.method];
  const { construction } = env.body.type;
  const doses = dosesOf(run, env, plan);
  const start = massStart(run);
  let scaleG = start?.value ?? null;
  doses.forEach((dose, part) => {
    const loads = loadsOf(dose.ml, run, env.syringe);
    const pieces = loads.length;
    if (part > 0 && dose.chamber !== doses[part - 1]!.chamber && method.dosed === 'syringe')
      add({
        id: `rinse-${part}`,
        kind: 'do',
        doing: { code: 'rinse', next: dose.name },
        cautions: ['needle'],
      });
    loads.forEach((ml, i) => {
      if (scaleG !== null) scaleG += ml * chamberDensity(env, dose.chamber).value;
      add({
        id: `load-${part}-${i}`,
        kind: 'load',
        method: run.method,
        chamber: dose.chamber,
        part: dose.name,
        bottle: env.bottleNames[dose.chamber] ?? env.bottleNames[0] ?? '',
        ml: { value: ml, u: (plan.addMl.u * ml) / Math.max(1e-6, Math.abs(plan.addMl.value)) },
        squeezes: method.dosed === 'squeezes' && run.squeezeMl ? Math.round(ml / run.squeezeMl) : null,
        scaleG: scaleG === null ? null : Math.min(scaleG, env.body.maxG),
        piece: i + 1,
        pieces,
        drops: false,
        waitSeconds: Math.round(ml * method.secondsPerMl),
        cautions: method.loadCautions,
      });
      if (method.halves && i < pieces - 1)
        add({
          id: `pause-${part}-${i}`,
          kind: 'do',
          doing: { code: 'pause', method: run.method },
          waitSeconds: 120,
        });
    });
    if (run.method === 'twoPart' && part === 0) {
      add({ id: 'head-plug', kind: 'do', doing: { code: 'head-plug' }, changes: { plug: 'in' } });
      add({
        id: 'prime-head',
        kind: 'draw',
        draw: 'prime-head',
        construction,
        chamber: 0,
        part: '',
        ml: { value: CONSTRUCTION_DATA[construction].primeMl, u: 0.1 },
        scaleG: null,
        fates: ['bin', 'bottle', 'cartridge'],
        suggested: 'bin',
        mixed: isMixed(run, env),
        cautions: ['vacuum', 'waste'],
        changes: { primed: true },
      });
      add({ id: 'tank-open', kind: 'do', doing: { code: 'tank-open' }, changes: { plug: 'out' } });
    }
  });
}

const MOST_CORRECTIONS = 6;
/** Steps that close the body: after one of them the fill is over, whatever is learnt about the body later. */
const CLOSING = ['plug', 'cover', 'leave-open', 'vent', 'untape-vent', 'tissue-1', 'drip-1'];

/** Weigh, and correct until the scale says done: drops when short, draw back when over. */
export function correctionSteps(run: CartridgeRun, env: RunEnv, plan: FillPlan, add: Lay): void {
  const density = pouredDensity(env);
  const { construction, chambers } = env.body.type;
  const start = massStart(run);
  const ownDoses = run.dosesMl.some((dose) => dose !== null);
  const poured = dosesOf(run, env, plan).reduce((sum, dose) => sum + dose.ml, 0);
  const target =
    ownDoses && start
      ? { ...plan, targetG: Math.min(env.body.maxG, start.value + poured * density.value) }
      : plan;
  for (let i = 1; i <= MOST_CORRECTIONS; i++) {
    add({
      id: `weigh-after-${i}`,
      kind: 'weigh',
      purpose: 'after',
      again: i > 1,
      targetG: target.targetG,
      toleranceG: target.toleranceG,
    });
    const mass = massOf(run, `weigh-after-${i}`);
    if (!mass) return;
    const verdict = judgeFill(mass, target, density);
    if (verdict.state === 'done') return;
    const corrected = run.answers[`draw-back-${i}`] ?? run.answers[`top-off-${i}`];
    if (!corrected && run.done.some((id) => CLOSING.includes(id))) return;
    if (verdict.state === 'over')
      add({
        id: `draw-back-${i}`,
        kind: 'draw',
        draw: 'draw-back',
        construction,
        chamber: 0,
        part: '',
        ml: { value: verdict.ml, u: mass.u / density.value },
        scaleG: target.targetG,
        fates: ['bin', 'bottle'],
        suggested: isMixed(run, env) ? 'bin' : 'bottle',
        mixed: isMixed(run, env),
        cautions: construction === 'bag' ? ['bag', 'needle'] : ['needle'],
      });
    // A weight gives only the sum of several chambers: nobody knows which of them is short.
    else if (chambers > 1) return;
    else
      add({
        id: `top-off-${i}`,
        kind: 'load',
        method: run.method,
        chamber: 0,
        part: '',
        bottle: env.bottleNames[0] ?? '',
        ml: { value: verdict.ml, u: mass.u / density.value },
        squeezes: null,
        scaleG: target.targetG,
        piece: 1,
        pieces: 1,
        drops: true,
        cautions: ['needle'],
      });
    if (run.answers[`top-off-${i}`]?.kind === 'choice') return;
  }
}
