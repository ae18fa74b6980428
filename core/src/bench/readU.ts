import { countedU } from './countedU';
import type { RunEnv } from './env';
import { countedIn, METHOD_DATA } from './methods';
import type { CartridgeRun } from './run';
import { syringeU } from './syringeU';

/** Relative standard uncertainty of what was poured until a line seen through a wall was reached. */
const POURED_U = 0.06;
/** Standard uncertainty of a volume as this method reads it, ml. */
export function readU(run: CartridgeRun, env: RunEnv, ml: number): number {
  const counted = countedIn(run.method);
  if (counted && run.squeezeMl) return countedU(ml, run.method, run.squeezeMl, env.tools);
  return Math.hypot(METHOD_DATA[run.method].dosed === 'line' ? POURED_U * ml : 0, syringeU(ml, env));
}

/** Was this load read from the syringe alone? */
export function isRead(run: CartridgeRun, id: string): boolean {
  const answer = run.answers[id];
  return answer?.kind === 'load' && answer.massG === null;
}
