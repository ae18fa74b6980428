import type { Uncertain } from '../quantity';
import { forkOf } from './forkOf';
import type { CartridgeRun } from './run';
import type { RunEnv } from './env';

/**
 * Ink in the cartridge at this moment of its run, with all that was put in and taken out so far.
 *
 * @returns ml; null while nothing is known of it
 */
export function inkInRun(run: CartridgeRun, env: RunEnv): Uncertain | null {
  const { contents } = forkOf(run, env);
  return contents.why === 'known' ? { value: contents.value, u: contents.u } : null;
}
