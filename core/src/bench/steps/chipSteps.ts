import type { Cartridge } from '../../workbook';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../runEnv';
import type { Lay, StepDraft } from '../step';

/** The reset, where this is its turn by the printer's school: before the fill, or after it. A first fill needs none. */
export function resetSteps(run: CartridgeRun, env: RunEnv, turn: 'before' | 'after', { add }: Lay): void {
  const { cartridge } = env.body;
  const school = env.printer?.schools.reset ?? 'after';
  if (school === turn && resettable(cartridge) && run.occasion !== 'first') add(resetStep(cartridge));
}

/** The chip's part of the run, for strategies other than a reset. */
export function chipSteps(run: CartridgeRun, env: RunEnv, { add, act }: Lay): void {
  if (run.occasion === 'first') return;
  switch (env.body.cartridge.chip?.strategy) {
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

const resettable = (cartridge: Cartridge): boolean =>
  cartridge.chip?.strategy === 'resetter' || cartridge.chip?.strategy === 'contactBridge';

function resetStep(cartridge: Cartridge): StepDraft {
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
