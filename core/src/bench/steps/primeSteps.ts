import { routineDraw } from '../../ledger';
import { USE_PRIOR } from '../../workbook';
import { decided } from '../answers';
import { isMixed } from '../isMixed';
import { CONSTRUCTION_DATA } from '../methods';
import { canPrime, ranDry, suggestedPrime } from '../primeMlOf';
import { closesHole } from './closureOf';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../env';
import type { Lay } from '../step';

/** Prime or not, decided before the fill so that the fill allows for it, with the ink that each answer costs. */
export function primeDecision(run: CartridgeRun, env: RunEnv, add: Lay): void {
  if (!canPrime(run, env)) return;
  const { primeMl, taps } = CONSTRUCTION_DATA[env.body.type.construction];
  const dry = ranDry(run, env);
  const neverDry = run.occasion === 'topUp' && !dry;
  const stationary = env.printer?.feed === 'stationary';
  add({
    id: 'prime-decide',
    kind: 'decide',
    deciding: {
      code: 'prime-decide',
      primeMl,
      cleaningMl: env.printer ? routineDraw(env.book, env.printer.id, 'light').value : USE_PRIOR.light.value,
      rechargeMl: env.printer
        ? routineDraw(env.book, env.printer.id, 'recharge').value
        : USE_PRIOR.recharge.value,
      ranDry: dry,
    },
    options: [
      'prime',
      ...(taps ? ['tap'] : []),
      // A first fill has air in its duct, and so has one that ran dry.
      ...(neverDry || run.occasion === 'original' ? ['skip'] : []),
      'printer',
      ...(dry && stationary ? ['recharge'] : []),
    ],
    suggested: suggestedPrime(run, env),
  });
}

/** The prime itself, once the ink is in. */
export function primeSteps(run: CartridgeRun, env: RunEnv, add: Lay): void {
  const choice = decided(run, 'prime-decide');
  const { construction } = env.body.type;
  const shut = closesHole(run, env) ? { requires: { plug: 'in' as const } } : {};
  if (choice === 'tap')
    add({ id: 'tap', kind: 'do', doing: { code: 'tap' }, ...shut, changes: { primed: true } });
  if (choice === 'prime') {
    add({
      id: 'prime',
      kind: 'draw',
      draw: 'prime',
      construction,
      chamber: 0,
      part: '',
      ml: { value: CONSTRUCTION_DATA[construction].primeMl, u: 0.1 },
      scaleG: null,
      fates: ['bin', 'bottle', 'cartridge'],
      suggested: env.printer?.schools.leftover === 'bottle' && !isMixed(run, env) ? 'bottle' : 'bin',
      mixed: isMixed(run, env),
      cautions: ['vacuum', 'waste'],
      ...shut,
      changes: { primed: true },
    });
  }
}
