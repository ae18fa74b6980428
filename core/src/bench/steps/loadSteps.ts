import { judgeFill, type FillPlan } from '../../fill';
import type { Uncertain } from '../../quantity';
import { afterMasses, headMasses, massStart, tankMasses } from '../answers';
import { barrelOf } from '../barrelOf';
import { dosesOf, loadedIn, remainingOf, type Dose } from '../dosesOf';
import { isHeldBack } from '../fillRoomMl';
import { forkOf } from '../forkOf';
import { loadsOf } from '../loadsOf';
import { CLOSING_STEPS, loadsOver } from '../loadsOver';
import { isInParts } from '../isInParts';
import { isMixed } from '../isMixed';
import { CONSTRUCTION_DATA, countedIn, METHOD_DATA } from '../methods';
import { partPlans, type PartPlan } from '../partPlans';
import { chamberDensity, pouredDensity } from '../pouredDensity';
import { primeMlOf } from '../primeMlOf';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../env';
import type { Lay, Part, StepId } from '../step';
import { checkOnce } from './checkSteps';

/** Less than this of a dose, or than the tolerance, is left to the drops: no load of its own. */
const LEAST_LOAD = 0.05;
/** Where nobody knows how much is inside, each load is so much of what the body holds, and looked at. */
const PART_SHARE = 0.1;
const MOST_PARTS = 12;

/** Doses by chamber (or head, then tank), each in syringe loads; by line or counted as one. What is in stays as it went in. */
export function loadSteps(run: CartridgeRun, env: RunEnv, plan: FillPlan, add: Lay): void {
  const method = METHOD_DATA[run.method];
  const { construction } = env.body.type;
  const doses = dosesOf(run, env);
  const left = remainingOf(run, env, doses);
  const parts = partPlans(run, env);
  const u = (ml: number): number => (plan.addMl.u * ml) / Math.max(1e-6, Math.abs(plan.addMl.value));
  let scaleG = massStart(run) ? forkOf(run, env).massG.value : null;
  doses.forEach((dose, part) => {
    const own = parts?.find((one) => one.part === dose.part);
    const rho = chamberDensity(env, dose.chamber).value;
    const loaded = loadedIn(run, part);
    if (own) scaleG = own.startG.value + loaded.ml * rho;
    const maxG = own?.body.maxG ?? env.body.maxG;
    if (part > 0 && dose.chamber !== doses[part - 1]!.chamber && method.dosed === 'syringe')
      add({
        id: `rinse-${part}`,
        kind: 'do',
        doing: { code: 'rinse', next: dose.name },
        cautions: ['needle'],
      });
    const inParts = isInParts(run);
    const toCome = inParts
      ? partsToCome(run, env, part, doses.length)
      : loadsToCome(run, env, plan, dose, left[part] ?? 0, loaded.count, own !== undefined);
    const pieces = loaded.count + toCome.length;
    const loads = [...loaded.loads, ...toCome];
    const barrel = barrelOf(run, env, dose, part, toCome);
    for (const [i, ml] of loads.entries()) {
      if (scaleG !== null && i >= loaded.count) scaleG += ml * rho;
      add({
        id: `load-${part}-${i}`,
        kind: 'load',
        method: run.method,
        chamber: dose.chamber,
        name: dose.name,
        ...(dose.part ? { part: dose.part } : {}),
        bottle: env.bottleNames[dose.chamber] ?? env.bottleNames[0] ?? '',
        ml: { value: ml, u: u(ml) },
        count: countedIn(run.method) && run.squeezeMl ? Math.round(ml / run.squeezeMl) : null,
        scaleG: scaleG === null ? null : Math.min(scaleG, maxG),
        piece: i + 1,
        pieces,
        fillMl: barrel?.fillsMl[i] ?? null,
        drops: false,
        waitSeconds: Math.round(ml * method.secondsPerMl),
        cautions: method.loadCautions,
      });
      if (inParts && !checkOnce(`room-${part * MOST_PARTS + i + 1}`, run, env, add)) break;
      if (method.halves && !inParts && i < pieces - 1)
        add({
          id: `pause-${part}-${i}`,
          kind: 'do',
          doing: { code: 'pause', method: run.method },
          waitSeconds: 120,
        });
    }
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

/** Small doses with a look after each, until it takes no more. */
function partsToCome(run: CartridgeRun, env: RunEnv, part: number, of: number): number[] {
  const { count } = loadedIn(run, part);
  if (loadsOver(run, part) || count >= MOST_PARTS) return [];
  return [(PART_SHARE * env.body.type.capacityMl) / of];
}

/** What is still to go in, in loads; nothing where no more is left than drops. */
function loadsToCome(
  run: CartridgeRun,
  env: RunEnv,
  plan: FillPlan,
  dose: Dose,
  leftMl: number,
  done: number,
  own: boolean,
): number[] {
  // A body that is full takes no load; the other one does.
  if (own && dose.ml <= 0) return [];
  if (done === 0) return loadsOf(leftMl, run, env.syringe);
  const each = countedIn(run.method) ? (run.squeezeMl ?? 0) : 0;
  const least = Math.max(
    Math.min(plan.toleranceG / pouredDensity(env).value, LEAST_LOAD * dose.ml),
    // Less than half a squeeze is none.
    each / 2,
  );
  return leftMl > least ? loadsOf(leftMl, run, env.syringe, true) : [];
}

/** Ink that is believed to be too much where nothing is weighed: drawn back by the amount that the fork names. */
export function overSteps(run: CartridgeRun, env: RunEnv, plan: FillPlan, add: Lay): void {
  if (run.byScale || METHOD_DATA[run.method].dosed === 'line') return;
  const before = run.answers['draw-back-1'];
  const density = pouredDensity(env);
  const overMl = (forkOf(run, env).massG.value - plan.targetG) / density.value - primeMlOf(run, env);
  const most = Math.max(0, (env.body.maxG - plan.targetG) / density.value);
  const filled = Object.values(run.answers).some((answer) => answer.kind === 'load');
  if (!before && !(filled && overMl > Math.max(most, plan.toleranceG / density.value))) return;
  // Closed, or judged by eye: what the syringe said is no longer asked.
  if (!before && run.done.some((id) => CLOSING_STEPS.includes(id))) return;
  const ml = before?.kind === 'volume' ? before.ml : { value: overMl, u: plan.addMl.u };
  drawBackStep(run, env, add, 'draw-back-1', ml, null);
}

/** Too full: so much is drawn back, on the scale to this figure. */
function drawBackStep(
  run: CartridgeRun,
  env: RunEnv,
  add: Lay,
  id: StepId,
  ml: Uncertain,
  scaleG: number | null,
): void {
  const { construction } = env.body.type;
  const mixed = isMixed(run, env);
  add({
    id,
    kind: 'draw',
    draw: 'draw-back',
    construction,
    chamber: 0,
    part: '',
    ml,
    scaleG,
    fates: ['bin', 'bottle'],
    suggested: mixed ? 'bin' : 'bottle',
    mixed,
    cautions: construction === 'bag' ? ['bag', 'needle'] : ['needle'],
  });
}

const MOST_CORRECTIONS = 6;

/** Weigh, and correct until the scale says done: drops when short, draw back when over. */
export function correctionSteps(run: CartridgeRun, env: RunEnv, plan: FillPlan, add: Lay): void {
  const density = pouredDensity(env);
  const start = massStart(run);
  // A dose of one's own, or as much as is safe: it is done when that is in, whatever a full one weighs.
  const byDose = run.dosesMl.some((dose) => dose !== null) || isHeldBack(run, env);
  const tank = partPlans(run, env)?.[1];
  const poured = dosesOf(run, env).reduce((sum, dose) => sum + dose.ml, 0);
  const target = tank
    ? targetOfPart(run, env, tank)
    : byDose && start
      ? { ...plan, targetG: Math.min(env.body.maxG, start.value + poured * density.value) }
      : // With room for what the prime takes out again.
        {
          ...plan,
          targetG: Math.max(
            plan.targetG,
            Math.min(env.body.maxG, plan.targetG + primeMlOf(run, env) * density.value),
          ),
        };
  correct(run, env, target, add, {
    ids: (i) => [`weigh-after-${i}`, `top-off-${i}`, `draw-back-${i}`],
    masses: tank ? tankMasses(run).slice(1) : afterMasses(run),
    part: tank ? 'tank' : undefined,
    closing: CLOSING_STEPS,
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
  const { chambers } = env.body.type;
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
    // What was corrected stays as it was, whatever is learnt about the body later.
    const was = run.answers[drawBack] ? 'over' : run.answers[topOff] ? 'short' : null;
    if (!was && (verdict.state === 'done' || run.done.some((id) => closing.includes(id)))) return;
    const state = was ?? verdict.state;
    const ml = { value: verdict.ml, u: mass.u / density.value };
    if (state === 'over') drawBackStep(run, env, add, drawBack, ml, target.targetG);
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
        ml,
        count: null,
        scaleG: target.targetG,
        piece: 1,
        pieces: 1,
        fillMl: null,
        drops: true,
        cautions: ['needle'],
      });
    if (run.answers[topOff]?.kind === 'choice') return;
  }
}
