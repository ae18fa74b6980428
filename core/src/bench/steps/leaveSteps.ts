import { routineDraw } from '../../ledger';
import { decided, wasInPrinter } from '../answers';
import { judgeRest, restsFrom } from '../judgeRest';
import { CONSTRUCTION_DATA, METHOD_DATA } from '../methods';
import { pouredDensity } from '../pouredDensity';
import { canPrime, isSealed, ranDry } from '../primeMlOf';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../env';
import type { Lay } from '../step';
import { checkSteps } from './checkSteps';

/** Into the printer at once, or to rest first. */
export function whereStep(run: CartridgeRun, env: RunEnv, add: Lay): void {
  const { type } = env.body;
  add({
    id: 'where',
    kind: 'decide',
    deciding: {
      code: 'where',
      restMinutes: type.restMinutes,
      sponge: CONSTRUCTION_DATA[type.construction].sponge,
      wasIn: wasInPrinter(run),
      byScale: run.byScale,
    },
    options: ['rest', 'install'],
    suggested: wasInPrinter(run) ? 'install' : 'rest',
  });
}

/** Into its slot, ports as they must be; is it seen; the head cleaned by the school. */
export function installSteps(run: CartridgeRun, env: RunEnv, add: Lay): void {
  const { type, cartridge } = env.body;
  const { vent } = CONSTRUCTION_DATA[type.construction];
  const throughPort = type.port !== 'outlet' && !METHOD_DATA[run.method].throughOutlet;
  if (env.sensor && run.byScale) add({ id: 'sensor-on', kind: 'do', doing: { code: 'sensor-on' } });
  add({
    id: 'install',
    kind: 'do',
    doing: { code: 'install', vent, slot: env.slot?.name ?? null },
    requires: {
      keeper: 'off',
      ...(vent ? { vent: 'open' as const, tape: 'off' as const } : {}),
      ...(throughPort ? { plug: 'in' as const } : {}),
      // A first fill or a conversion has air in its duct; a top-up may still stand full.
      ...(run.occasion === 'topUp' || !canPrime(run, env) || isSealed(run, env) ? {} : { primed: true }),
    },
    changes: { keeper: 'off' },
  });
  // Behind an open door the printer says nothing of a chip, and cleans nothing; its gauge says it once the door is closed.
  if (run.oneDoor) return;
  const strategy = cartridge.chip?.strategy ?? 'none';
  const sound =
    !env.printer ||
    strategy === 'none' ||
    strategy === 'switchedOff' ||
    checkSteps('recognised', run, env, add);
  if (!sound || !env.printer) return;
  const { id: printerId, schools } = env.printer;
  const recharge = decided(run, 'prime-decide') === 'recharge';
  const twoPart = run.method === 'twoPart';
  // The setting says what is counted: it is changed before the cleaning that it counts.
  if (twoPart) add({ id: 'setting', kind: 'do', doing: { code: 'setting' } });
  add({
    id: 'head-clean',
    kind: 'decide',
    deciding: {
      code: 'head-clean',
      lightMl: routineDraw(env.book, printerId, 'light').value,
      rechargeMl: routineDraw(env.book, printerId, 'recharge').value,
    },
    options: ['no', 'light', ...(recharge || ranDry(run, env) ? ['recharge'] : [])],
    suggested: recharge ? 'recharge' : twoPart || schools.cleaning === 'always' ? 'light' : 'no',
  });
}

/** Its rest, the honest full mass, and then into its slot. */
export function restSteps(run: CartridgeRun, env: RunEnv, add: Lay): void {
  const { type } = env.body;
  const { sponge } = CONSTRUCTION_DATA[type.construction];
  const full = restsFrom(run, pouredDensity(env).value);
  if (type.restMinutes > 0)
    add({ id: 'rest', kind: 'rest', minutes: type.restMinutes, sponge, waitSeconds: type.restMinutes * 60 });
  if (run.byScale)
    add({
      id: 'weigh-rested',
      kind: 'weigh',
      purpose: 'rested',
      again: false,
      targetG: full?.value ?? null,
      toleranceG: null,
    });
  // The scale says whether it leaked; without one the towel does.
  let sound = true;
  if (!run.byScale) sound = checkSteps('towel', run, env, add);
  else if (judgeRest(run, env)?.state === 'leaked') {
    add({ id: 'set-aside', kind: 'do', doing: { code: 'set-aside', because: 'towel' } });
    sound = false;
  }
  if (!wasInPrinter(run) || !sound) return;
  if (!CONSTRUCTION_DATA[type.construction].head && type.construction !== 'bag' && !isSealed(run, env))
    add({ id: 'keeper-last', kind: 'do', doing: { code: 'keeper-last' }, changes: { keeper: 'off' } });
  installSteps(run, env, add);
}
