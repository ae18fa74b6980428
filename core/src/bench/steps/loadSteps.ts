import { judgeFill, type FillPlan } from '../../fill';
import type { Uncertain } from '../../quantity';
import { afterMasses, headMasses, massStart, tankMasses } from '../answers';
import { dosesOf } from '../dosesOf';
import { loadsOf } from '../loadsOf';
import { isMixed } from '../isMixed';
import { CONSTRUCTION_DATA, countedIn, METHOD_DATA } from '../methods';
import { partPlans, type PartPlan } from '../partPlans';
import { chamberDensity, pouredDensity } from '../pouredDensity';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../runEnv';
import type { Lay, Part, StepId } from '../step';

/** Doses by chamber (or head, then tank), each in syringe loads; by line or counted as one. */
export function loadSteps(run: CartridgeRun, env: RunEnv, plan: FillPlan, add: Lay): void {
  const method = METHOD_DATA[run.method];
  const { construction } = env.body.type;
  const doses = dosesOf(run, env, plan);
  const parts = partPlans(run, env);
  let scaleG = massStart(run)?.value ?? null;
  doses.forEach((dose, part) => {
    const own = parts?.find((one) => one.part === dose.part);
    if (own) scaleG = own.startG.value;
    const maxG = own?.body.maxG ?? env.body.maxG;
    // A body that is full takes no load; the other one does.
    const loads = own && dose.ml <= 0 ? [] : loadsOf(dose.ml, run, env.syringe);
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
        name: dose.name,
        ...(dose.part ? { part: dose.part } : {}),
        bottle: env.bottleNames[dose.chamber] ?? env.bottleNames[0] ?? '',
        ml: { value: ml, u: (plan.addMl.u * ml) / Math.max(1e-6, Math.abs(plan.addMl.value)) },
        count: countedIn(run.method) && run.squeezeMl ? Math.round(ml / run.squeezeMl) : null,
        scaleG: scaleG === null ? null : Math.min(scaleG, maxG),
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
    if (dose.part === 'head') {
      if (parts) headCorrections(run, env, parts[0], add);
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
      if (parts)
        add({
          id: 'weigh-primed',
          kind: 'weigh',
          purpose: 'after',
          part: 'head',
          again: true,
          targetG: null,
          toleranceG: null,
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
  const start = massStart(run);
  const ownDoses = run.dosesMl.some((dose) => dose !== null);
  const tank = partPlans(run, env)?.[1];
  const poured = dosesOf(run, env, plan).reduce((sum, dose) => sum + dose.ml, 0);
  const target = tank
    ? targetOfPart(run, env, tank)
    : ownDoses && start
      ? { ...plan, targetG: Math.min(env.body.maxG, start.value + poured * density.value) }
      : plan;
  correct(run, env, target, add, {
    ids: (i) => [`weigh-after-${i}`, `top-off-${i}`, `draw-back-${i}`],
    masses: tank ? tankMasses(run).slice(1) : afterMasses(run),
    part: tank ? 'tank' : undefined,
    closing: CLOSING,
  });
}

/** The head by itself, before its plug goes in and it is primed: with room for what the prime takes out again. */
function headCorrections(run: CartridgeRun, env: RunEnv, head: PartPlan, add: Lay): void {
  correct(run, env, targetOfPart(run, env, head), add, {
    ids: (i) => [`head-weigh-after-${i}`, `head-top-off-${i}`, `head-draw-back-${i}`],
    masses: headMasses(run).slice(1),
    part: 'head',
    closing: ['head-plug'],
  });
}

/** What one body should weigh with its dose in: its own start, and the dose. */
const targetOfPart = (run: CartridgeRun, env: RunEnv, { startG, doseMl, body, plan }: PartPlan) => ({
  targetG: Math.min(body.maxG, Math.max(startG.value, startG.value + doseMl * pouredDensity(env).value)),
  toleranceG: plan.toleranceG,
});

interface Corrected {
  /** Of the i-th weighing, and of what follows it: drops, or drawing back. */
  readonly ids: (i: number) => readonly [StepId, StepId, StepId];
  /** As taken so far. */
  readonly masses: readonly Uncertain[];
  readonly part: Part | undefined;
  readonly closing: readonly string[];
}

function correct(
  run: CartridgeRun,
  env: RunEnv,
  target: { readonly targetG: number; readonly toleranceG: number },
  add: Lay,
  { ids, masses, part, closing }: Corrected,
): void {
  const density = pouredDensity(env);
  const { construction, chambers } = env.body.type;
  for (let i = 1; i <= MOST_CORRECTIONS; i++) {
    const [weighing, topOff, drawBack] = ids(i);
    add({
      id: weighing,
      kind: 'weigh',
      purpose: 'after',
      ...(part ? { part } : {}),
      again: i > 1,
      targetG: target.targetG,
      toleranceG: target.toleranceG,
    });
    const mass = masses[i - 1];
    if (!mass) return;
    const verdict = judgeFill(mass, target, density);
    if (verdict.state === 'done') return;
    const corrected = run.answers[drawBack] ?? run.answers[topOff];
    if (!corrected && run.done.some((id) => closing.includes(id))) return;
    if (verdict.state === 'over')
      add({
        id: drawBack,
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
        id: topOff,
        kind: 'load',
        method: run.method,
        chamber: 0,
        name: '',
        ...(part ? { part } : {}),
        bottle: env.bottleNames[0] ?? '',
        ml: { value: verdict.ml, u: mass.u / density.value },
        count: null,
        scaleG: target.targetG,
        piece: 1,
        pieces: 1,
        drops: true,
        cautions: ['needle'],
      });
    if (run.answers[topOff]?.kind === 'choice') return;
  }
}
