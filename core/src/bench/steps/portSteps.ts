import { CONSTRUCTION_DATA, METHOD_DATA } from '../methods';
import { isSealed } from '../primeMlOf';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../runEnv';
import type { Lay } from '../step';
import { checkSteps } from './checkSteps';

/** Ports that are no plug: a label, a cap, a wall or a stopper that is opened once. */
const WALLS = ['pierce', 'peel', 'drill', 'push'] as const;
const isWall = (port: string): port is (typeof WALLS)[number] => (WALLS as readonly string[]).includes(port);
const isFirst = (run: CartridgeRun): boolean => run.occasion === 'first' || run.occasion === 'original';

/** Opens what ink goes in by, with its outlet shut; nothing where it goes in through the outlet. */
export function openSteps(run: CartridgeRun, env: RunEnv, add: Lay): void {
  const { port, hole, holeAt, construction } = env.body.type;
  if (port === 'outlet' || METHOD_DATA[run.method].throughOutlet) return;
  // Left open after its last fill.
  if (!isFirst(run) && run.ports.plug === 'none' && env.printer?.schools.closing !== 'seal') return;
  const wall = isWall(port);
  const shut = CONSTRUCTION_DATA[construction].head
    ? {}
    : isSealed(run, env)
      ? { seal: 'intact' as const }
      : { keeper: 'on' as const };
  add({
    id: 'open',
    kind: 'do',
    doing: {
      code: 'open',
      port: wall ? (isFirst(run) ? port : 'again') : 'plug',
      hole,
      template: wall && isFirst(run) && holeAt !== null,
    },
    requires: shut,
    changes: { plug: 'out' },
    cautions: wall && isFirst(run) ? (port === 'drill' ? ['drill'] : ['needle']) : [],
  });
  if (port === 'drill' && isFirst(run))
    add({ id: 'deburr', kind: 'do', doing: { code: 'deburr' }, cautions: ['drill'] });
}

/** Plug and vent as they must be, by the type and the school. */
export function closeSteps(run: CartridgeRun, env: RunEnv, add: Lay): void {
  const { construction, port, hole, liesOnBack } = env.body.type;
  const { vent } = CONSTRUCTION_DATA[construction];
  if (port !== 'outlet' && !METHOD_DATA[run.method].throughOutlet) {
    const seals = env.printer?.schools.closing === 'seal';
    if (!isWall(port)) add({ id: 'plug', kind: 'do', doing: { code: 'plug' }, changes: { plug: 'in' } });
    else if (!seals)
      add({ id: 'leave-open', kind: 'do', doing: { code: 'leave-open' }, changes: { plug: 'none' } });
    // The air hole itself is never blocked: its cover has a pinhole.
    else if (hole === 'airHole')
      add({ id: 'cover', kind: 'do', doing: { code: 'cover' }, changes: { plug: 'none' } });
    else add({ id: 'plug', kind: 'do', doing: { code: 'plug' }, changes: { plug: 'in' } });
  }
  if (!vent) return;
  if (liesOnBack)
    add({
      id: 'untape-vent',
      kind: 'do',
      doing: { code: 'untape-vent' },
      changes: { tape: 'off', vent: 'open' },
    });
  else add({ id: 'vent', kind: 'do', doing: { code: 'vent' }, changes: { vent: 'open' } });
}

/**
 * The looks that decide whether it may go in: sponge, drip with the keeper off, colours on the tissue, flow.
 *
 * @returns false when one of them was given up
 */
export function soundSteps(run: CartridgeRun, env: RunEnv, add: Lay): boolean {
  const { type } = env.body;
  const { head, sponge } = CONSTRUCTION_DATA[type.construction];
  if (head) {
    if (!checkSteps('tissue', run, env, add)) return false;
    return checkSteps('drip', run, env, add, { waitSeconds: 10 });
  }
  // A whole seal cannot drip, and stays whole until the printer pierces it.
  if (isSealed(run, env)) return true;
  if (sponge && !METHOD_DATA[run.method].throughOutlet && !checkSteps('look', run, env, add)) return false;
  if (type.construction === 'bag') return checkSteps('drip', run, env, add, { waitSeconds: 10 });
  add({ id: 'keeper-away', kind: 'do', doing: { code: 'keeper-away' }, changes: { keeper: 'off' } });
  if (!checkSteps('drip', run, env, add, { requires: { keeper: 'off' }, waitSeconds: 10 })) return false;
  return !sponge || checkSteps('flow', run, env, add, { requires: { keeper: 'off' } });
}
