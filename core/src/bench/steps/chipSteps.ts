import type { Cartridge } from '../../workbook';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../env';
import type { Lay } from '../step';
import { checkSteps } from './checkSteps';

/** The reset, where this is its turn by the printer's school: before the fill, or after it. A first fill needs none. */
export function resetSteps(run: CartridgeRun, env: RunEnv, turn: 'before' | 'after', add: Lay): void {
  const school = env.printer?.schools.reset ?? 'after';
  if (school === turn && resettable(env.body.cartridge) && run.occasion !== 'first')
    checkSteps('reset', run, env, add);
}

/**
 * The chip's part of the run, for strategies other than a reset.
 *
 * @returns false when it was given up: the cartridge is put aside
 */
export function chipSteps(run: CartridgeRun, env: RunEnv, add: Lay): boolean {
  if (run.occasion === 'first') return true;
  switch (env.body.cartridge.chip?.strategy) {
    case 'newEachTime':
      // Before the old one is off: without the right one at hand it stays as it is.
      if (!checkSteps('chip-shade', run, env, add, { cautions: ['chip'] })) return false;
      add({ id: 'chip-off', kind: 'do', doing: { code: 'chip-off' }, cautions: ['chip'] });
      add({ id: 'chip-on', kind: 'do', doing: { code: 'chip-on' }, cautions: ['chip'] });
      add({
        id: 'new-chip',
        kind: 'decide',
        deciding: { code: 'new-chip' },
        options: ['yes', 'original', 'no'],
        suggested: 'yes',
        cautions: ['chip'],
      });
      return true;
    case 'selfResetting':
      add({
        id: 'self-reset',
        kind: 'decide',
        deciding: { code: 'self-reset' },
        options: ['no', 'yes'],
        suggested: 'no',
      });
      return true;
    default:
      return true;
  }
}

const resettable = (cartridge: Cartridge): boolean =>
  cartridge.chip?.strategy === 'resetter' || cartridge.chip?.strategy === 'contactBridge';
