import { judgeFill, planFill, type FillPlan } from '../fill';
import type { Body } from '../ledger';
import type { Uncertain } from '../quantity';
import type { Cartridge, Ports, Printer, Scale, Slot, Syringe, Tool } from '../workbook';
import type { Caution } from './cautions';
import { CONSTRUCTION_DATA, METHOD_DATA, type Action } from './methods';
import type { CartridgeRun } from './run';

/** What the bench needs to know to lay out a run; read from the ledger, never stored in the run. */
export interface RunEnv {
  readonly body: Body;
  readonly printer: Printer | null;
  /** Where it stands or belongs in that printer. */
  readonly slot: Slot | null;
  readonly installed: boolean;
  /** Ink by the ledger before anything was weighed. */
  readonly inkNow: Uncertain | null;
  /** Density of what is inside (for reading masses), and of each bottle (for what is added). */
  readonly densityInside: Uncertain;
  readonly bottleDensity: readonly Uncertain[];
  readonly bottleMl: readonly Uncertain[];
  readonly bottleNames: readonly string[];
  readonly scale: Scale | null;
  readonly syringe: Syringe | null;
  readonly tools: readonly Tool[];
}

export type StepKind = 'tools' | 'do' | 'weigh' | 'load' | 'draw' | 'decide' | 'rest' | 'summary';

export interface Step {
  readonly id: string;
  readonly kind: StepKind;
  readonly title: string;
  readonly text: string;
  readonly stop?: string;
  readonly never?: string;
  readonly cautions: readonly Caution[];
  readonly requires?: Ports;
  readonly changes?: Ports;
  readonly waitSeconds?: number;
  /** The one number of the step. */
  readonly number?: { readonly value: number; readonly u?: number; readonly unit: 'ml' | 'g' | 'squeezes' };
  /** A second reading that goes with it: what the scale shows when done. */
  readonly scaleG?: number;
  readonly purpose?: 'before' | 'after' | 'rested';
  readonly chamber?: number;
  readonly choices?: readonly { readonly value: string; readonly label: string; readonly why: string }[];
  readonly suggested?: string;
  readonly optional?: boolean;
}

const MOST_CORRECTIONS = 6;

/** Mass before, as answered. */
export const massBefore = (run: CartridgeRun): Uncertain | null => massOf(run, 'weigh-before');
export const massOf = (run: CartridgeRun, stepId: string): Uncertain | null => {
  const answer = run.answers[stepId];
  return answer?.kind === 'mass' ? answer.massG : null;
};
/** Masses of the full cartridge, in order: after the fill, and after each correction of it. */
export function afterMasses(run: CartridgeRun): Uncertain[] {
  const masses: Uncertain[] = [];
  for (let i = 1; ; i++) {
    const mass = massOf(run, `weigh-after-${i}`);
    if (!mass) return masses;
    masses.push(mass);
  }
}

/** The plan that this run follows, from the mass before (or the ledger's estimate where nothing is weighed). */
export function planOf(run: CartridgeRun, env: RunEnv): FillPlan {
  const { body, densityInside, bottleDensity } = env;
  const mixed = bottleDensity[0] ?? densityInside;
  const known = massBefore(run) ?? massFromInk(run, env);
  const drawn = run.answers['draw-out'];
  // What was drawn out first is to be filled in again.
  const before =
    drawn?.kind === 'volume' && drawn.fate !== 'cartridge'
      ? {
          value: known.value - drawn.ml.value * densityInside.value,
          u: Math.hypot(known.u, drawn.ml.u * densityInside.value),
        }
      : known;
  return planFill({
    massG: before,
    emptyG: body.emptyG,
    density: mixed,
    type: body.type,
    maxG: body.maxG,
    ownTargetG: body.cartridge.targetG,
    method: run.method,
    syringe: env.syringe,
    scale: env.scale,
    bottleMl: env.bottleMl[0] ?? null,
  });
}

function massFromInk(run: CartridgeRun, env: RunEnv): Uncertain {
  const ink = run.inkBefore ?? { value: 0, u: 0.5 };
  return {
    value: env.body.emptyG.value + ink.value * env.densityInside.value,
    u: Math.hypot(env.body.emptyG.u, ink.u * env.densityInside.value),
  };
}

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
  const add = (step: Omit<Step, 'cautions'> & { cautions?: readonly Caution[] }): void =>
    void steps.push({ cautions: [], ...step });
  const act = ({ only: _only, ...action }: Action): void => add({ kind: 'do', ...action });

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
  if (env.installed || tookOut(run))
    add({
      id: 'take-out',
      kind: 'do',
      title: 'Take it out now',
      text: `${env.printer?.exchangeState ? 'Put the printer into its exchange state first. ' : ''}One at a time, never the whole bay. Its place must not stand open for more than ${env.printer?.openMinutes ?? 15} minutes.`,
      cautions: ['unplug'],
    });
  if (schools?.reset === 'before' && resettable(body.cartridge) && run.occasion !== 'first')
    add(resetStep(body.cartridge));
  if (run.byScale)
    add({
      id: 'weigh-before',
      kind: 'weigh',
      purpose: 'before',
      title: 'Weigh it as it is',
      text: 'Outlet dry, keeper as it will be after the fill: the same parts on the scale both times.',
    });
  openPort(run, env, act);
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
  for (const action of method.before) act(action);
  loadSteps(run, env, plan, add);
  const { sponge } = CONSTRUCTION_DATA[body.type.construction];
  for (const action of method.after)
    if (action.only === undefined || (action.only === 'sponge') === sponge) act(action);
  const twoPart = run.method === 'twoPart';
  if (!twoPart) primeSteps(run, env, add);
  if (run.byScale) afterWeighings(run, env, plan, add);
  closing(run, env, act);
  if (schools?.reset !== 'before' && resettable(body.cartridge) && run.occasion !== 'first')
    add(resetStep(body.cartridge));
  if (run.occasion !== 'first') chipSteps(body.cartridge, add, act);
  if (twoPart)
    act({
      id: 'setting',
      title: 'Change the printer’s setting',
      text: 'Set the printer to count for the refilled tank, as its maker’s menu says.',
    });
  cleanUp(run, env, add);
  add({
    id: 'where',
    kind: 'decide',
    title: 'Rest, or back at once?',
    text: restText(body.type.restMinutes, sponge),
    choices: [
      {
        value: 'rest',
        label: 'It rests on the shelf',
        why: 'The mass after the rest is the honest full mass; if it fell, ink leaked.',
      },
      {
        value: 'install',
        label: 'It goes into the printer now',
        why:
          env.installed || tookOut(run)
            ? 'A pierced seal drips, and the head below dries in air.'
            : 'Then no rested weighing is possible.',
      },
    ],
    suggested: env.installed || tookOut(run) ? 'install' : 'rest',
  });
  const where = run.answers.where?.kind === 'choice' ? run.answers.where.choice : null;
  const install: Omit<Step, 'cautions'> = {
    id: 'install',
    kind: 'do',
    title: 'Install it',
    text: 'Level, straight, home until it clicks. Vent open, keeper off. Close the lever or door, confirm “not original”.',
    requires: {
      ...(CONSTRUCTION_DATA[body.type.construction].vent ? { vent: 'open' as const } : {}),
      ...(body.type.port === 'outlet' ? {} : { plug: 'in' as const }),
      // A first fill or a conversion has air in its duct; a top-up may still stand full.
      ...(run.occasion === 'topUp' ? {} : { primed: true }),
    },
    changes: { keeper: 'off' },
  };
  if (where === 'install') {
    add(install);
    headClean(env, add);
  }
  add({
    id: 'summary',
    kind: 'summary',
    title: 'Into the log',
    text: 'What was measured goes into the log as you see it here.',
  });
  if (where === 'rest') {
    const full = afterMasses(run).at(-1);
    if (body.type.restMinutes > 0)
      add({
        id: 'rest',
        kind: 'rest',
        title: 'Resting',
        text: `${restText(body.type.restMinutes, sponge)} You can close this page, or go on with the next cartridge.`,
        waitSeconds: body.type.restMinutes * 60,
      });
    if (run.byScale)
      add({
        id: 'weigh-rested',
        kind: 'weigh',
        purpose: 'rested',
        title: 'Weigh it after its rest',
        text: 'If it fell by more than the scale’s doubt, ink leaked: plug, vent, or too full.',
        ...(full ? { number: { value: full.value, unit: 'g' as const } } : {}),
      });
    if (tookOut(run)) add(install);
  }
  return steps;
}

/** Was it taken out of a printer in this run? The ledger no longer says so once it is out. */
const tookOut = (run: CartridgeRun): boolean => run.done.includes('take-out');

/** First step that is not done. */
export const currentStep = (run: CartridgeRun, steps: readonly Step[]): Step =>
  steps.find((step) => !run.done.includes(step.id)) ?? steps[steps.length - 1]!;

const resettable = (cartridge: Cartridge): boolean =>
  cartridge.chip?.strategy === 'resetter' || cartridge.chip?.strategy === 'contactBridge';

function resetStep(cartridge: Cartridge): Omit<Step, 'cautions'> {
  const bridge = cartridge.chip?.strategy === 'contactBridge';
  return {
    id: 'reset',
    kind: 'decide',
    title: bridge ? 'Bridge the contact' : 'Reset the chip',
    text: bridge
      ? 'Bridge the tab briefly, once.'
      : 'Pins on the contacts until the light says done. It may take more than one try. Reset only what was really topped up.',
    choices: [
      { value: 'yes', label: 'Done: it counts as full', why: 'The gauge starts from its full volume again.' },
      {
        value: 'failed',
        label: 'It did not take',
        why: 'The gauge goes on from where it stood; the log knows the ink.',
      },
      { value: 'no', label: 'Leave it', why: 'The gauge keeps counting down; you go by the log.' },
    ],
    suggested: 'yes',
  };
}

/** The chip's part of the run, for strategies other than a reset. */
function chipSteps(cartridge: Cartridge, add: Add, act: (action: Action) => void): void {
  switch (cartridge.chip?.strategy) {
    case 'newEachTime':
      act({
        id: 'chip-off',
        title: 'Take the old chip off',
        text: 'Cut the stud that holds it, pry it up from one corner. Wipe the place clean and dry.',
        cautions: ['chip'],
      });
      act({
        id: 'chip-on',
        title: 'Put the new chip on',
        text: 'Thin tape, fully seated, contacts outward and the right way up. Run a finger over it: no edge may stand up.',
        cautions: ['chip'],
      });
      add({
        id: 'new-chip',
        kind: 'decide',
        title: 'Is a new chip on?',
        text: 'A proud or missing chip damages the contacts in the bay.',
        choices: [
          { value: 'yes', label: 'Yes, seated and flat', why: 'The gauge starts from its full volume.' },
          { value: 'no', label: 'No, the old one stays', why: 'The gauge goes on from where it stood.' },
        ],
        suggested: 'yes',
        cautions: ['chip'],
      });
      return;
    case 'selfResetting':
      add({
        id: 'self-reset',
        kind: 'decide',
        title: 'Has it declared itself empty?',
        text: 'Only then does it count from full when it goes in again. Until then it is topped up without a reset: never let the ink run out to please it.',
        choices: [
          {
            value: 'no',
            label: 'Not yet: top-up only',
            why: 'Its count goes on falling; the log knows the ink.',
          },
          {
            value: 'yes',
            label: 'Yes: out and in again',
            why: 'It may show as “not recognised” until then.',
          },
        ],
        suggested: 'no',
      });
      return;
    default:
      return;
  }
}

function openPort(run: CartridgeRun, env: RunEnv, act: (action: Action) => void): void {
  const { port } = env.body.type;
  const first = run.occasion === 'first';
  if (port === 'plug')
    act({
      id: 'open',
      title: 'Plug out',
      text: 'Pull the fill plug straight out; lay it on the towel. Go by its position, never its colour.',
      changes: { plug: 'out' },
    });
  else if (port === 'pierce' && first)
    act({
      id: 'open',
      title: 'Pierce the port',
      text: 'Pierce where a hole already lies under the label; never the air hole.',
      changes: { plug: 'out' },
      cautions: ['needle'],
    });
  else if (port === 'peel' && first)
    act({
      id: 'open',
      title: 'Peel the label back',
      text: 'Only as far as the fill hole; the air path stays as it is.',
      changes: { plug: 'out' },
    });
  else if (port === 'drill' && first)
    act({
      id: 'open',
      title: 'Drill the fill hole',
      text: 'In a clear spot or through the air hole, body inverted; deburr, find a tight plug. Never block the air hole.',
      changes: { plug: 'out' },
      cautions: ['drill'],
    });
  else if (port !== 'outlet')
    act({
      id: 'open',
      title: 'Open the fill hole',
      text: 'Take out the plug or cover that closes it.',
      changes: { plug: 'out' },
    });
}

type Add = (step: Omit<Step, 'cautions'> & { cautions?: readonly Caution[] }) => void;

/** Doses by chamber (or head, then tank), each in syringe loads; by line or squeezes as one. */
function loadSteps(run: CartridgeRun, env: RunEnv, plan: FillPlan, add: Add): void {
  const method = METHOD_DATA[run.method];
  const { type } = env.body;
  const doses = dosesOf(run, env, plan);
  const rho = env.bottleDensity[0] ?? env.densityInside;
  let scaleG = massBefore(run) ? plan.targetG - plan.addMl.value * rho.value : null;
  doses.forEach((dose, part) => {
    const size =
      env.syringe && method.dosed === 'syringe' ? env.syringe.capacityMl - env.syringe.keepBackMl : dose.ml;
    const pieces = Math.max(1, Math.ceil(dose.ml / Math.max(size, 0.1) - 1e-9), method.halves ? 2 : 1);
    let left = dose.ml;
    for (let i = 0; i < pieces; i++) {
      const ml = method.halves ? dose.ml / pieces : Math.min(size, left);
      left -= ml;
      if (scaleG !== null) scaleG += ml * rho.value;
      const squeezes = method.dosed === 'squeezes' && run.squeezeMl ? Math.round(ml / run.squeezeMl) : null;
      add({
        id: `load-${part}-${i}`,
        kind: 'load',
        chamber: dose.chamber,
        title: `${dose.name ? `${dose.name}: ` : ''}${method.load.title}${pieces > 1 ? ` (${i + 1} of ${pieces})` : ''}`,
        text: method.load.text,
        ...(method.load.stop ? { stop: method.load.stop } : {}),
        ...(method.load.never ? { never: method.load.never } : {}),
        cautions: method.load.cautions ?? [],
        number:
          squeezes !== null
            ? { value: squeezes, unit: 'squeezes' }
            : { value: ml, u: (plan.addMl.u * ml) / Math.max(1e-6, Math.abs(plan.addMl.value)), unit: 'ml' },
        ...(scaleG !== null ? { scaleG } : {}),
        waitSeconds: Math.round(ml * method.secondsPerMl),
      });
      if (method.halves && i < pieces - 1)
        add({
          id: `pause-${part}-${i}`,
          kind: 'do',
          title: 'Pause',
          text:
            run.method === 'bagAdapter'
              ? 'Weigh in the hand, feel the bag: it must give.'
              : 'Let the sponge drink before the second half.',
          waitSeconds: 120,
        });
    }
    if (run.method === 'twoPart' && part === 0) {
      add({
        id: 'head-plug',
        kind: 'do',
        title: 'Plug the head',
        text: 'Plug flush, checked twice.',
        changes: { plug: 'in' },
      });
      add({
        id: 'prime-head',
        kind: 'draw',
        title: 'Prime the head',
        text: 'Draw at the nozzles until ink shows. Still dripping: prime again, do not install.',
        number: { value: 0.5, unit: 'ml' },
        cautions: ['vacuum', 'waste'],
        changes: { primed: true },
      });
      add({
        id: 'tank-open',
        kind: 'do',
        title: `Now the tank`,
        text: `Open the tank’s port of ${type.name}.`,
        changes: { plug: 'out' },
      });
    }
  });
}

export interface Dose {
  readonly chamber: number;
  readonly name: string;
  readonly ml: number;
}

/** What goes into each chamber (or part), from the plan or as the person set it. */
export function dosesOf(run: CartridgeRun, env: RunEnv, plan: FillPlan): Dose[] {
  const { body } = env;
  const total = Math.max(0, plan.addMl.value);
  if (run.method === 'twoPart') {
    const head = Math.min(
      total,
      body.type.sections.find((section) => /head/i.test(section.name))?.capacityMl ?? Math.min(2, total / 4),
    );
    return [
      { chamber: 0, name: 'Head', ml: run.dosesMl[0] ?? head },
      { chamber: 0, name: 'Tank', ml: run.dosesMl[1] ?? Math.max(0, total - head) },
    ];
  }
  const n = body.type.chambers;
  return Array.from({ length: n }, (_, chamber) => ({
    chamber,
    name: n > 1 ? (body.cartridge.shades[chamber] ?? `chamber ${chamber + 1}`) : '',
    ml: run.dosesMl[chamber] ?? total / n,
  }));
}

/** Weigh, and correct until the scale says done: drops when short, draw back when over. */
function afterWeighings(run: CartridgeRun, env: RunEnv, plan: FillPlan, add: Add): void {
  const density = env.bottleDensity[0] ?? env.densityInside;
  const ownDoses = run.dosesMl.some((dose) => dose !== null);
  const target =
    ownDoses && massBefore(run)
      ? {
          ...plan,
          targetG: Math.min(
            env.body.maxG,
            massBefore(run)!.value +
              dosesOf(run, env, plan).reduce((sum, dose) => sum + dose.ml, 0) * density.value,
          ),
        }
      : plan;
  for (let i = 1; i <= MOST_CORRECTIONS; i++) {
    const id = `weigh-after-${i}`;
    add({
      id,
      kind: 'weigh',
      purpose: 'after',
      title: i === 1 ? 'Weigh it full' : 'Weigh it again',
      text: `Done within ${target.toleranceG.toFixed(1)} g of the target: a small overshoot is fine.`,
      number: { value: target.targetG, unit: 'g' },
    });
    const mass = massOf(run, id);
    if (!mass) return;
    const verdict = judgeFill(mass, target, density);
    if (verdict.state === 'done') return;
    // Once it was closed the fill is over, whatever is learnt about the body later.
    const corrected = run.answers[`draw-back-${i}`] ?? run.answers[`top-off-${i}`];
    if (run.done.includes('drip') && !corrected) return;
    if (verdict.state === 'over')
      add({
        id: `draw-back-${i}`,
        kind: 'draw',
        title: 'Too full: draw back',
        number: { value: verdict.ml, unit: 'ml' },
        scaleG: target.targetG,
        text: 'Draw this much back, or let it stand on a towel for some hours and weigh again.',
        cautions: env.body.type.construction === 'bag' ? ['bag', 'needle'] : ['needle'],
      });
    else
      add({
        id: `top-off-${i}`,
        kind: 'load',
        chamber: 0,
        title: 'Short: add by drops',
        number: { value: verdict.ml, unit: 'ml' },
        scaleG: target.targetG,
        text: 'Drop by drop on the scale. If it no longer drinks, stop: it is full for this fill.',
        optional: true,
        cautions: ['needle'],
      });
    if (run.answers[`top-off-${i}`]?.kind === 'choice') return;
  }
}

function primeSteps(run: CartridgeRun, env: RunEnv, add: Add): void {
  const school = env.printer?.schools.prime ?? 'always';
  const draws = env.printer?.draws;
  const cleaning = draws ? (draws.light.value * (env.printer?.slots.length ?? 1)).toFixed(1) : '3';
  const sponge = CONSTRUCTION_DATA[env.body.type.construction].sponge;
  add({
    id: 'prime-decide',
    kind: 'decide',
    title: 'Prime it?',
    text: 'Ink, not air, must meet the printer.',
    choices: [
      { value: 'prime', label: 'Prime now', why: `Costs about ${sponge ? '0.5' : '1'} ml of this ink.` },
      {
        value: 'skip',
        label: 'Not needed: it never ran dry',
        why: 'Costs nothing, when the duct or funnel still stands full. An early refill saves the prime.',
      },
      {
        value: 'printer',
        label: 'Leave it to the printer',
        why: `One light cleaning draws about ${cleaning} ml over all channels.`,
      },
    ],
    suggested:
      run.occasion !== 'topUp' || school === 'always' ? 'prime' : school === 'whenDry' ? 'skip' : 'printer',
  });
  const answer = run.answers['prime-decide'];
  if (answer?.kind === 'choice' && answer.choice === 'prime')
    add({
      id: 'prime',
      kind: 'draw',
      title: 'Prime at the outlet',
      text: 'Draw until solid ink enters the syringe, or the plunger no longer springs back.',
      number: { value: sponge ? 0.5 : 1, unit: 'ml' },
      cautions: ['vacuum', 'waste'],
      changes: { primed: true },
    });
}

function closing(run: CartridgeRun, env: RunEnv, act: (action: Action) => void): void {
  const { construction, port } = env.body.type;
  if (port !== 'outlet')
    act(
      port === 'drill' && env.printer?.schools.closing === 'seal'
        ? {
            id: 'plug',
            title: 'Seal the hole',
            text: 'A cover with a pinhole over the drilled hole: the air path stays open.',
            changes: { plug: 'in' },
          }
        : {
            id: 'plug',
            title: 'Plug in, flush',
            text: 'Press the fill plug home; run a finger over it. Check twice.',
            changes: { plug: 'in' },
          },
    );
  if (CONSTRUCTION_DATA[construction].vent)
    act({
      id: 'vent',
      title: 'Vent open',
      text: 'Take off tape or vent plug. A shut vent starves the head after a few sheets.',
      changes: { vent: 'open' },
    });
  act({
    id: 'drip',
    title: 'Outlet down: does it drip?',
    text:
      run.method === 'spongeInjection'
        ? 'Dab the nozzles on white tissue: every colour must show.'
        : 'Hold it outlet down over the towel for ten seconds. A drip means too full, or a plug not flush.',
    requires: { plug: port === 'outlet' ? 'none' : 'in' },
    waitSeconds: 10,
  });
}

function cleanUp(run: CartridgeRun, env: RunEnv, add: Add): void {
  const school = env.printer?.schools.leftover ?? 'bottle';
  const conversion = run.occasion === 'conversion';
  add({
    id: 'leftover',
    kind: 'draw',
    title: 'What is left in the syringe',
    number: { value: env.syringe?.keepBackMl ?? 0.5, unit: 'ml' },
    text: conversion
      ? 'After a conversion it goes to the bin for mixed ink: back in the bottle it would spoil it.'
      : 'Clean cartridge, same lot: it may go back. Otherwise the bin.',
    choices: [
      { value: 'bottle', label: 'Back into the bottle', why: 'Only clean, same lot.' },
      { value: 'cartridge', label: 'Into the cartridge', why: 'It is weighed with it.' },
      { value: 'bin', label: 'Into the bin', why: 'Always for a conversion.' },
    ],
    suggested: conversion ? 'bin' : school,
    cautions: ['waste'],
  });
  add({
    id: 'clean',
    kind: 'do',
    title: 'Clean up',
    text: 'Bottle closed with its liner. Syringe, needle and clip rinsed and dried; fittings swabbed; needle sheathed; towel and mixed ink by local rule.',
    cautions: ['needle', 'waste'],
  });
}

/** Cleaning after a refill: always, on a gap, or rarely. */
function headClean(env: RunEnv, add: Add): void {
  if (env.printer)
    add({
      id: 'head-clean',
      kind: 'decide',
      title: 'Clean the head?',
      text: 'By your rule for this printer; a nozzle check tells.',
      choices: [
        { value: 'no', label: 'No: nothing shows a gap', why: 'Costs no ink.' },
        {
          value: 'light',
          label: 'One light cleaning',
          why: `Draws about ${(env.printer.draws.light.value * env.printer.slots.length).toFixed(1)} ml over all channels.`,
        },
      ],
      suggested: env.printer.schools.cleaning === 'always' ? 'light' : 'no',
    });
}

function restText(minutes: number, sponge: boolean): string {
  const span = minutes >= 120 ? `${Math.round(minutes / 60)} hours` : `${minutes} minutes`;
  return sponge ? `A sponge evens out in hours: about ${span}.` : `Bubbles settle in minutes: about ${span}.`;
}
