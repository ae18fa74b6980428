import { isFirstFill } from '../answers';
import { forkOf } from '../forkOf';
import { CONSTRUCTION_DATA, METHOD_DATA } from '../methods';
import { isSealed } from '../primeMlOf';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../env';
import type { Lay } from '../step';
import { checkSteps } from './checkSteps';
import { CLOSING, closureOf, isWall } from './closureOf';

/** With more free ink inside than this, a body is not turned over to be drilled, ml. */
const LEAST_FREE_ML = 0.5;

/** Opens what ink goes in by, with its outlet shut; nothing where it goes in through the outlet. */
export function openSteps(run: CartridgeRun, env: RunEnv, add: Lay): void {
  const { port, hole, holeAt, construction } = env.body.type;
  if (port === 'outlet' || METHOD_DATA[run.method].throughOutlet) return;
  // Left open after its last fill.
  if (!isFirstFill(run) && run.ports.plug === 'none' && closureOf(run, env) === 'open') return;
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
      port: wall ? (isFirstFill(run) ? port : 'again') : 'plug',
      hole,
      template: wall && isFirstFill(run) && holeAt !== null,
      inverted: CONSTRUCTION_DATA[construction].sponge || forkOf(run, env).contents.value < LEAST_FREE_ML,
    },
    requires: shut,
    changes: { plug: 'out' },
    cautions: wall && isFirstFill(run) ? (port === 'drill' ? ['drill'] : ['needle']) : [],
  });
  if (port === 'drill' && isFirstFill(run))
    add({ id: 'deburr', kind: 'do', doing: { code: 'deburr' }, cautions: ['drill'] });
}

/** The fill hole shut, before the outlet is opened for a prime or a look. */
export function closeSteps(run: CartridgeRun, env: RunEnv, add: Lay): void {
  const { construction, port, liesOnBack } = env.body.type;
  if (port !== 'outlet' && !METHOD_DATA[run.method].throughOutlet) {
    const { code, plug } = CLOSING[closureOf(run, env)];
    add({ id: code, kind: 'do', doing: { code }, changes: { plug } });
  }
  if (CONSTRUCTION_DATA[construction].vent && !liesOnBack)
    add({ id: 'vent', kind: 'do', doing: { code: 'vent' }, changes: { vent: 'open' } });
}

/** Tape comes off late: it lay on its back until now. */
export function untapeStep(env: RunEnv, add: Lay): void {
  const { construction, liesOnBack } = env.body.type;
  if (CONSTRUCTION_DATA[construction].vent && liesOnBack)
    add({
      id: 'untape-vent',
      kind: 'do',
      doing: { code: 'untape-vent' },
      changes: { tape: 'off', vent: 'open' },
    });
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
