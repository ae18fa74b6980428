import { CONSTRUCTION_DATA } from '../methods';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../runEnv';
import type { Lay } from '../step';

const AT_THE_OUTLET = {
  title: 'Prime at the outlet',
  text: 'Draw until solid ink enters the syringe, or the plunger no longer springs back.',
};

/** Prime or not, as a decision with the ink that each answer costs; then the prime itself. */
export function primeSteps(run: CartridgeRun, env: RunEnv, { add }: Lay): void {
  const school = env.printer?.schools.prime ?? 'always';
  const draws = env.printer?.draws;
  const cleaning = draws ? (draws.light.value * (env.printer?.slots.length ?? 1)).toFixed(1) : '3';
  const { sponge, prime } = CONSTRUCTION_DATA[env.body.type.construction];
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
      ...(prime ?? AT_THE_OUTLET),
      number: { value: sponge ? 0.5 : 1, unit: 'ml' },
      cautions: ['vacuum', 'waste'],
      changes: { primed: true },
    });
}
