import type { Uncertain } from '../quantity';
import { headMassNow } from './answers';
import type { Answer, CartridgeRun } from './run';
import type { StepOf } from './step';

/**
 * What a weighing step leaves as its answer: the mass on the scale; of a tank the sum with its head, which was weighed just before, so
 * that all that follows reads the mass of the whole cartridge.
 *
 * @param massG what the scale shows
 * @param at UTC instant
 */
export function massAnswer(run: CartridgeRun, step: StepOf<'weigh'>, massG: Uncertain, at: string): Answer {
  const headG = step.part === 'tank' ? headMassNow(run) : null;
  return headG
    ? {
        kind: 'mass',
        at,
        headG,
        massG: { value: headG.value + massG.value, u: Math.hypot(headG.u, massG.u) },
      }
    : { kind: 'mass', massG, at };
}
