import type { PlainDoing } from '../plainDoing';
import type { Closure } from '../../workbook';
import { CONSTRUCTION_DATA, METHOD_DATA } from '../methods';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../env';

/** Ports that are no plug: a label, a cap, a wall or a stopper that is opened once. */
const WALLS = ['pierce', 'peel', 'peelPierce', 'drill', 'push'] as const;
export const isWall = (port: string): port is (typeof WALLS)[number] =>
  (WALLS as readonly string[]).includes(port);
/** What closes the hole: as its type says; else free ink is never left open, and an air hole is never blocked. */
export function closureOf(run: CartridgeRun, env: RunEnv): Closure {
  const { port, hole, closure, construction } = env.body.type;
  if (closure) return closure;
  if (!isWall(port)) return 'plug';
  const { sponge } = CONSTRUCTION_DATA[construction];
  if (!sponge) return 'plug';
  if (env.printer?.schools.closing !== 'seal') return 'open';
  return hole === 'airHole' ? 'pinhole' : 'plug';
}

/** Does the fill end with a hole that is shut? */
export const closesHole = (run: CartridgeRun, env: RunEnv): boolean =>
  env.body.type.port !== 'outlet' &&
  !METHOD_DATA[run.method].throughOutlet &&
  CLOSING[closureOf(run, env)].plug === 'in';

export const CLOSING: Readonly<Record<Closure, { readonly code: PlainDoing; readonly plug: 'in' | 'none' }>> =
  {
    plug: { code: 'plug', plug: 'in' },
    cap: { code: 'cap', plug: 'in' },
    tape: { code: 'tape-hole', plug: 'in' },
    // The air hole itself is never blocked: its cover has a pinhole.
    pinhole: { code: 'cover', plug: 'none' },
    open: { code: 'leave-open', plug: 'none' },
  };
