import { dosesOf } from './dosesOf';
import { drawnFor } from './drawnFor';
import type { RunEnv } from './env';
import { loadsOf } from './loadsOf';
import { METHOD_DATA } from './methods';
import type { CartridgeRun } from './run';

/**
 * What is drawn up while the cartridge still sits in its place, for its first loads.
 *
 * @returns ml; 0 without a syringe, and where each of several chambers has its own colour: then each is drawn up at its turn
 */
export function drawnUpMl(run: CartridgeRun, env: RunEnv): number {
  const [dose] = dosesOf(run, env);
  if (!dose || !env.syringe || env.body.type.chambers > 1 || METHOD_DATA[run.method].dosed !== 'syringe')
    return 0;
  return drawnFor(loadsOf(dose.ml, run, env.syringe), env.syringe);
}
