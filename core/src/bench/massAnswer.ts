import type { Uncertain } from '../quantity';
import { headMassNow } from './answers';
import { panOf } from './panOf';
import type { Answer, CartridgeRun } from './run';
import type { RunEnv } from './env';
import type { StepOf } from './step';

/**
 * What a weighing step leaves as its answer: the mass of the cartridge, without the keeper and whatever else of known mass lies on the
 * scale with it; of a tank the sum with its head, which was weighed just before, so that all that follows reads the mass of the whole
 * cartridge.
 *
 * @param shownG what the scale shows
 * @param at UTC instant
 */
export function massAnswer(
  run: CartridgeRun,
  env: Pick<RunEnv, 'tools'>,
  step: StepOf<'weigh'>,
  shownG: Uncertain,
  at: string,
): Answer {
  const pan = panOf(run, env);
  const known = pan.massG.value > 0;
  const massG = known
    ? { value: shownG.value - pan.massG.value, u: Math.hypot(shownG.u, pan.massG.u) }
    : shownG;
  const parts = known
    ? { withParts: pan.parts.filter((part) => !pan.unknown.includes(part)), partsG: pan.massG }
    : {};
  const headG = step.part === 'tank' ? headMassNow(run) : null;
  return headG
    ? {
        kind: 'mass',
        at,
        headG,
        massG: { value: headG.value + massG.value, u: Math.hypot(headG.u, massG.u) },
        ...parts,
      }
    : { kind: 'mass', massG, at, ...parts };
}
