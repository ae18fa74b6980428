import { COVERAGE } from '../../numeric';
import type { Estimate } from '../../quantity';
import { densityOfInk, find } from '../define/context';
import type { Book } from '../Ledger';

export interface BottleContent {
  readonly now: Estimate;
  /** What the facts say was in it at its last weighing, less what the scale said: evaporated, spilt or not logged. */
  readonly gapMl: number | null;
  readonly gapU: number;
}

/**
 * What is left in a bottle: by mass where it was weighed, less what was dispensed since; otherwise its nominal volume
 * less what the facts took out. Without an empty mass, the first weighing of an untouched bottle stands in for it.
 *
 * @returns undefined when the workbook has no such bottle
 */
export function bottleRemaining(
  { context, state: ledger }: Book,
  bottleId: string,
): BottleContent | undefined {
  const bottle = find(context, 'bottle', bottleId);
  if (!bottle) return undefined;
  const state = ledger.bottles.get(bottleId);
  const nominalU = 0.01 * bottle.volumeMl;
  const outMl = state?.outMl ?? 0;
  const outU = Math.sqrt(state?.outVar ?? 0);
  const byFacts: Estimate = {
    value: Math.max(0, bottle.volumeMl - outMl),
    u: Math.hypot(nominalU, outU),
    source: 'assumed',
  };
  if (!state?.weighed) return { now: byFacts, gapMl: null, gapU: 0 };
  const density = densityOfInk(context, find(context, 'ink', bottle.inkId));
  const full = bottle.volumeMl * density.value;
  const first = state.firstWeighed;
  const empty =
    bottle.emptyG ??
    (first && first.outMl < 0.05 * bottle.volumeMl
      ? {
          value: first.massG.value - full + first.outMl * density.value,
          u: Math.hypot(first.massG.u, nominalU * density.value),
        }
      : null);
  if (!empty) return { now: byFacts, gapMl: null, gapU: 0 };
  const atWeighing = Math.max(0, (state.weighed.massG.value - empty.value) / density.value);
  const u = Math.hypot(
    Math.hypot(state.weighed.massG.u, empty.u) / density.value,
    (atWeighing * density.u) / density.value,
    outU,
  );
  const now: Estimate = {
    value: Math.max(0, atWeighing - (outMl - state.weighed.outMl)),
    u,
    source: 'weighed',
  };
  const gapU = Math.hypot(u, nominalU);
  return {
    now,
    gapMl: bottle.volumeMl - state.weighed.outMl - atWeighing,
    gapU: Math.max(gapU, u * COVERAGE * 0.5),
  };
}
