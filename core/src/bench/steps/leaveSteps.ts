import { afterMasses, wasInPrinter } from '../answers';
import { CONSTRUCTION_DATA } from '../methods';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../runEnv';
import type { Lay, StepDraft } from '../step';

/** Into the printer at once, or a rest and the honest full mass first; the log comes between, as soon as all is known. */
export function leaveSteps(run: CartridgeRun, env: RunEnv, lay: Lay): void {
  const { add } = lay;
  const { body } = env;
  const { sponge } = CONSTRUCTION_DATA[body.type.construction];
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
        why: wasInPrinter(run)
          ? 'A pierced seal drips, and the head below dries in air.'
          : 'Then no rested weighing is possible.',
      },
    ],
    suggested: wasInPrinter(run) ? 'install' : 'rest',
  });
  const where = run.answers.where?.kind === 'choice' ? run.answers.where.choice : null;
  const install: StepDraft = {
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
    headClean(env, lay);
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
    if (wasInPrinter(run)) add(install);
  }
}

/** Cleaning after a refill: always, on a gap, or rarely. */
function headClean(env: RunEnv, { add }: Lay): void {
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
