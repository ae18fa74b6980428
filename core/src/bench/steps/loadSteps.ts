import type { FillPlan } from '../../fill';
import { massBefore } from '../answers';
import { dosesOf } from '../dosesOf';
import { METHOD_DATA } from '../methods';
import { chamberDensity, pouredDensity } from '../pouredDensity';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../runEnv';
import type { Lay } from '../step';

/** Doses by chamber (or head, then tank), each in syringe loads; by line or squeezes as one. */
export function loadSteps(run: CartridgeRun, env: RunEnv, plan: FillPlan, { add }: Lay): void {
  const method = METHOD_DATA[run.method];
  const { type } = env.body;
  const doses = dosesOf(run, env, plan);
  let scaleG = massBefore(run) ? plan.targetG - plan.addMl.value * pouredDensity(env).value : null;
  doses.forEach((dose, part) => {
    const size =
      env.syringe && method.dosed === 'syringe' ? env.syringe.capacityMl - env.syringe.keepBackMl : dose.ml;
    const pieces = Math.max(1, Math.ceil(dose.ml / Math.max(size, 0.1) - 1e-9), method.halves ? 2 : 1);
    let left = dose.ml;
    if (part > 0 && dose.chamber !== doses[part - 1]!.chamber && method.dosed === 'syringe')
      add({
        id: `rinse-${part}`,
        kind: 'do',
        title: 'Another syringe',
        text: `One for each colour, or rinse this one and its needle until clear and dry it. Now ${dose.name}.`,
        cautions: ['needle'],
      });
    for (let i = 0; i < pieces; i++) {
      const ml = method.halves ? dose.ml / pieces : Math.min(size, left);
      left -= ml;
      if (scaleG !== null) scaleG += ml * chamberDensity(env, dose.chamber).value;
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
