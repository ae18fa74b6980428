import { wasInPrinter } from './answers';
import { CONSTRUCTION_DATA, METHOD_DATA, type Action } from './methods';
import { planOf } from './planOf';
import type { CartridgeRun } from './run';
import type { RunEnv } from './runEnv';
import type { Lay, Step } from './step';
import { chipSteps, resetSteps } from './steps/chipSteps';
import { cleanUpSteps } from './steps/cleanUpSteps';
import { correctionSteps } from './steps/correctionSteps';
import { leaveSteps } from './steps/leaveSteps';
import { loadSteps } from './steps/loadSteps';
import { closeSteps, openSteps } from './steps/portSteps';
import { primeSteps } from './steps/primeSteps';

/**
 * The steps of a run, in order, from the construction, the method, the occasion, the ports' state and the schools, and
 * from what was measured so far. Steps that are done keep their ids, so a resumed run stands where it stood.
 *
 * @param run what was done
 * @param env the cartridge, printer and tools
 * @returns all steps; the current one is the first whose id is not in `run.done`
 */
export function stepsFor(run: CartridgeRun, env: RunEnv): Step[] {
  const { body } = env;
  const schools = env.printer?.schools;
  const method = METHOD_DATA[run.method];
  const plan = planOf(run, env);
  const steps: Step[] = [];
  const add: Lay['add'] = (step) => void steps.push({ cautions: [], ...step });
  const act: Lay['act'] = ({ only: _only, ...action }) => add({ kind: 'do', ...action });
  const lay: Lay = { add, act };

  add({
    id: 'tools',
    kind: 'tools',
    title: 'Is everything here?',
    text: 'Towel, gloves, a bin for mixed ink, and what this fill needs. Nothing is open yet.',
    cautions: ['gloves', 'children', 'warranty'],
  });
  add({
    id: 'shake',
    kind: 'do',
    title: 'Shake and match the ink',
    text: `${env.bottleNames.join('; ')}. Pigment settles: shake, see that the cap liner is there, make only a needle-sized hole in a new seal. Cartridge: ${body.cartridge.shades.join(', ')}. Read both labels twice.`,
  });
  if (wasInPrinter(run))
    add({
      id: 'take-out',
      kind: 'do',
      title: 'Take it out now',
      text: `${env.printer?.exchangeState ? 'Put the printer into its exchange state first. ' : ''}One at a time, never the whole bay. Its place must not stand open for more than ${env.printer?.openMinutes ?? 15} minutes.`,
      cautions: ['unplug'],
    });
  resetSteps(run, env, 'before', lay);
  if (run.byScale)
    add({
      id: 'weigh-before',
      kind: 'weigh',
      purpose: 'before',
      title: 'Weigh it as it is',
      text: 'Outlet dry, keeper as it will be after the fill: the same parts on the scale both times.',
    });
  openSteps(run, env, lay);
  if (
    schools?.remains === 'drawOut' &&
    run.occasion !== 'first' &&
    (run.answers['draw-out'] || plan.inkNow.value > 1)
  )
    add({
      id: 'draw-out',
      kind: 'draw',
      title: 'Draw out what is left',
      number: { value: plan.inkNow.value, u: plan.inkNow.u, unit: 'ml' },
      text: 'For a mixture or a changed lot this is waste: never back into the bottle.',
      cautions: ['needle', 'waste'],
    });
  const { sponge } = CONSTRUCTION_DATA[body.type.construction];
  const here = { sponge, free: !sponge, chambers: body.type.chambers > 1 };
  const applies = ({ only }: Action): boolean => only === undefined || here[only];
  method.before.filter(applies).forEach(act);
  loadSteps(run, env, plan, lay);
  method.after.filter(applies).forEach(act);
  const twoPart = run.method === 'twoPart';
  if (!twoPart) primeSteps(run, env, lay);
  if (run.byScale) correctionSteps(run, env, plan, lay);
  closeSteps(run, env, lay);
  resetSteps(run, env, 'after', lay);
  chipSteps(run, env, lay);
  if (twoPart)
    act({
      id: 'setting',
      title: 'Change the printer’s setting',
      text: 'Set the printer to count for the refilled tank, as its maker’s menu says.',
    });
  cleanUpSteps(run, env, lay);
  leaveSteps(run, env, lay);
  return steps;
}

/** First step that is not done. */
export const currentStep = (run: CartridgeRun, steps: readonly Step[]): Step =>
  steps.find((step) => !run.done.includes(step.id)) ?? steps[steps.length - 1]!;
