import { decided, massOf } from './answers';
import { isMixed } from './isMixed';
import { CONSTRUCTION_DATA, METHOD_DATA, type Action } from './methods';
import { planOf } from './planOf';
import { isSealed } from './primeMlOf';
import type { CartridgeRun } from './run';
import type { RunEnv } from './runEnv';
import type { Lay, Step } from './step';
import { outSteps, readySteps } from './steps/beforeSteps';
import { checkSteps } from './steps/checkSteps';
import { chipSteps, resetSteps } from './steps/chipSteps';
import { cleanUpSteps } from './steps/cleanUpSteps';
import { installSteps, restSteps, whereStep } from './steps/leaveSteps';
import { correctionSteps, loadSteps } from './steps/loadSteps';
import { closeSteps, openSteps, soundSteps } from './steps/portSteps';
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
  const add: Lay = (step) => void steps.push({ cautions: [], ...step });
  const here = { sponge: data.sponge, free: !data.sponge, chambers: type.chambers > 1 };
  const act = ({ code, only, ...rest }: Action): void => {
    if (only === undefined || here[only]) add({ id: code, kind: 'do', doing: { code }, ...rest });
  };

  if (!readySteps(run, env, add)) return steps;
  outSteps(run, env, plan, add);
  primeDecision(run, env, add);
  resetSteps(run, env, 'before', add);
  openSteps(run, env, add);
  drawOutSteps(run, env, plan.inkNow, add);
  // On its back with its vent taped already.
  method.before.filter(({ code }) => code !== 'vent-shut' || !type.liesOnBack).forEach(act);
  const goesOn =
    (run.method !== 'outletSyringe' && run.method !== 'bagAdapter') || checkSteps('clip-seal', run, env, add);
  if (!goesOn) return finish(steps, run, env, add, false);
  loadSteps(run, env, plan, add);
  if (method.throughOutlet && data.sponge && !checkSteps('wicks', run, env, add))
    return finish(steps, run, env, add, false);
  method.after.filter(({ code }) => code !== 'vent-open' || !type.liesOnBack).forEach(act);
  if (run.method !== 'twoPart') primeSteps(run, env, add);
  if (run.byScale) correctionSteps(run, env, plan, add);
  closeSteps(run, env, add);
  const sound = soundSteps(run, env, add);
  resetSteps(run, env, 'after', add);
  const chipped = chipSteps(run, env, add);
  return finish(steps, run, env, add, sound && chipped);
}

/** Draw out what is left first, by the school, and weigh what that left. */
function drawOutSteps(run: CartridgeRun, env: RunEnv, inkNow: { value: number; u: number }, add: Lay): void {
  if (
    env.printer?.schools.remains !== 'drawOut' ||
    run.occasion === 'first' ||
    !(run.answers['draw-out'] || inkNow.value > 1)
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
    if (run.method === 'twoPart') add({ id: 'setting', kind: 'do', doing: { code: 'setting' } });
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
    if (run.method === 'twoPart' && run.wasIn) add({ id: 'setting', kind: 'do', doing: { code: 'setting' } });
  }
  return steps;
}

/** First step that is not done. */
export const currentStep = (run: CartridgeRun, steps: readonly Step[]): Step =>
  steps.find((step) => !run.done.includes(step.id)) ?? steps[steps.length - 1]!;
