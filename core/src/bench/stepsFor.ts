import { decided, isFirstFill, massOf } from './answers';
import { ONE_SIDED } from '../numeric';
import { UNKNOWN_SHARE } from '../workbook';
import { isMixed } from './isMixed';
import { CONSTRUCTION_DATA, METHOD_DATA, type Action } from './methods';
import { panOf } from './panOf';
import { planOf, startPlan } from './planOf';
import { isSealed } from './primeMlOf';
import type { CartridgeRun } from './run';
import type { RunEnv } from './env';
import type { Lay, Step } from './step';
import { outSteps, readySteps } from './steps/beforeSteps';
import { checkSteps } from './steps/checkSteps';
import { chipSteps, resetSteps } from './steps/chipSteps';
import { cleanUpSteps } from './steps/cleanUpSteps';
import { installSteps, restSteps, whereStep } from './steps/leaveSteps';
import { correctionSteps, loadSteps, overSteps } from './steps/loadSteps';
import { closeSteps, openSteps, soundSteps, untapeStep } from './steps/portSteps';
import { primeDecision, primeSteps } from './steps/primeSteps';

/**
 * The steps of a run, in order, from the construction, the method, the occasion, the ports' state and the schools, and
 * from what was measured and answered so far. The outlet is shut before the first weighing and before a port is opened;
 * every check has its answers; the printer's bay comes before the clean-up. Steps that are done keep their ids, so a resumed
 * run stands where it stood.
 *
 * @param run what was done
 * @param env the cartridge, printer and tools
 * @returns all steps; the current one is the first whose id is not in `run.done`
 */
export function stepsFor(run: CartridgeRun, env: RunEnv): Step[] {
  const { type } = env.body;
  const data = CONSTRUCTION_DATA[type.construction];
  const method = METHOD_DATA[run.method];
  const plan = planOf(run, env);
  const steps: Step[] = [];
  const pan = panOf(run, env).massG.value;
  // The figure at the scale is of all that lies on it now.
  const add: Lay = (step) =>
    void steps.push({ cautions: [], ...step, ...(step.kind === 'weigh' && pan > 0 ? { panG: pan } : {}) });
  const here = { sponge: data.sponge, free: !data.sponge, chambers: type.chambers > 1 };
  const act = ({ code, only, ...rest }: Action): void => {
    if (only === undefined || here[only]) add({ id: code, kind: 'do', doing: { code }, ...rest });
  };

  if (!readySteps(run, env, add)) return steps;
  if (!outSteps(run, env, add)) return steps;
  contentsStep(run, env, add);
  primeDecision(run, env, add);
  resetSteps(run, env, 'before', add);
  openSteps(run, env, add);
  drawOutSteps(run, env, add);
  // On its back with its vent taped already. The transport plug came out at its first fill, and stays out.
  method.before
    .filter(
      ({ code }) =>
        (code !== 'vent-shut' || !type.liesOnBack) && (code !== 'transport-plug' || isFirstFill(run)),
    )
    .forEach(act);
  const goesOn =
    (run.method !== 'outletSyringe' && run.method !== 'bagAdapter') || checkSteps('clip-seal', run, env, add);
  if (!goesOn) return finish(steps, run, env, add, false);
  loadSteps(run, env, plan, add);
  overSteps(run, env, plan, add);
  if (method.throughOutlet && data.sponge && !checkSteps('wicks', run, env, add))
    return finish(steps, run, env, add, false);
  method.after.filter(({ code }) => code !== 'vent-open' || !type.liesOnBack).forEach(act);
  if (run.byScale) correctionSteps(run, env, plan, add);
  // The hole shut before the outlet is opened; the chip before tape and keeper come off; the outlet stands open last of all.
  closeSteps(run, env, add);
  if (run.method !== 'twoPart') primeSteps(run, env, add);
  resetSteps(run, env, 'after', add);
  if (!chipSteps(run, env, add)) return finish(steps, run, env, add, false);
  untapeStep(env, add);
  return finish(steps, run, env, add, soundSteps(run, env, add));
}

/**
 * Nobody knows how much is inside, and nothing is weighed: how far is it full? Told, drawn out first, or dosed in parts with a
 * look after each; never a whole body on a guess.
 */
function contentsStep(run: CartridgeRun, env: RunEnv, add: Lay): void {
  if (run.byScale) return;
  const { capacityMl } = env.body.type;
  const wide = ONE_SIDED * (run.inkBefore?.u ?? UNKNOWN_SHARE.u * capacityMl) > WIDE_SHARE * capacityMl;
  const out = decided(run, 'really-out') === 'out' || run.occasion === 'first';
  if (out || METHOD_DATA[run.method].dosed === 'line' || !(wide || run.answers.contents)) return;
  add({
    id: 'contents',
    kind: 'decide',
    deciding: { code: 'contents', capacityMl, scale: env.scale !== null },
    options: ['nearlyEmpty', 'quarter', 'half', 'most', 'draw', 'parts'],
    suggested: 'parts',
  });
}

/** Beyond this share of the body, what may be inside is too wide to fill by. */
const WIDE_SHARE = 0.3;
/** With less than this inside there is nothing worth drawing out, ml. */
const LEAST_DRAWN_ML = 1;

/** Draw out what is left first, by the school or because nobody knows how much it is, and weigh what that left. */
function drawOutSteps(run: CartridgeRun, env: RunEnv, add: Lay): void {
  const asked = decided(run, 'contents') === 'draw';
  const inkNow = startPlan(run, env).inkNow;
  if (
    !asked &&
    (env.printer?.schools.remains !== 'drawOut' ||
      run.occasion === 'first' ||
      !(run.answers['draw-out'] || inkNow.value > LEAST_DRAWN_ML))
  )
    return;
  add({
    id: 'draw-out',
    kind: 'draw',
    draw: 'draw-out',
    construction: env.body.type.construction,
    chamber: 0,
    part: '',
    ml: { value: Math.max(0, inkNow.value), u: inkNow.u },
    scaleG: null,
    fates: ['bin', 'bottle'],
    suggested: 'bin',
    mixed: isMixed(run, env),
    cautions: ['needle', 'waste'],
  });
  if (run.byScale)
    add({
      id: 'weigh-drawn',
      kind: 'weigh',
      purpose: 'before',
      ...(massOf(run, 'weigh-head') ? { part: 'tank' as const } : {}),
      again: true,
      targetG: null,
      toleranceG: null,
    });
}

/** From a closed cartridge on: in or to its rest, then the clean-up, the log, and what the rest says. */
function finish(steps: Step[], run: CartridgeRun, env: RunEnv, add: Lay, sound: boolean): Step[] {
  if (sound) whereStep(run, env, add);
  const where = sound ? decided(run, 'where') : null;
  if (where === 'install') {
    installSteps(run, env, add);
  } else if (
    where === 'rest' &&
    !CONSTRUCTION_DATA[env.body.type.construction].head &&
    !isSealed(run, env) &&
    env.body.type.construction !== 'bag'
  )
    add({ id: 'keeper-back', kind: 'do', doing: { code: 'keeper-back' }, changes: { keeper: 'on' } });
  cleanUpSteps(run, env, add);
  add({ id: 'summary', kind: 'summary' });
  if (where === 'rest') {
    restSteps(run, env, add);
  }
  return steps;
}

/** First step that is not done. */
export const currentStep = (run: CartridgeRun, steps: readonly Step[]): Step =>
  steps.find((step) => !run.done.includes(step.id)) ?? steps[steps.length - 1]!;
