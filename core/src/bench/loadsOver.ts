import { METHOD_DATA } from './methods';
import { CLOSING } from './steps/closureOf';
import type { CartridgeRun } from './run';

/** Steps that close the body: after one of them the fill is over, whatever is learnt about the body later. */
export const CLOSING_STEPS: readonly string[] = [
  ...Object.values(CLOSING).map(({ code }) => code),
  'prime',
  'tap',
  'vent',
  'untape-vent',
  'tissue-1',
  'drip-1',
];
/** Steps after which nothing more is poured into the body by full loads: the rest are drops on the scale. */
const AFTER_LOADS = [...CLOSING_STEPS, 'weigh-after-1', 'wicks-1', 'draw-back-1', 'summary'];

/**
 * Is the filling of this part over? Once it was weighed full, primed or closed, or the next part was begun, no load comes
 * back.
 *
 * @param part the chamber, or 0 the head and 1 the tank
 */
export function loadsOver(run: CartridgeRun, part: number): boolean {
  const after = new Set([...AFTER_LOADS, ...METHOD_DATA[run.method].after.map(({ code }) => code)]);
  return run.done.some(
    (id) =>
      after.has(id) ||
      (part === 0 && (id === 'head-plug' || id === 'head-weigh-after-1')) ||
      id === `rinse-${part + 1}` ||
      id.startsWith(`load-${part + 1}-`) ||
      (id.startsWith('room-') && said(run, id) === 'full') ||
      // Nothing went in: it is not asked for again and again.
      (id.startsWith(`load-${part}-`) && tookNothing(run, id)),
  );
}

const tookNothing = (run: CartridgeRun, id: string): boolean => {
  const answer = run.answers[id];
  return answer?.kind === 'load' && answer.ml <= 0;
};

const said = (run: CartridgeRun, id: string): string | null => {
  const answer = run.answers[id];
  return answer?.kind === 'choice' ? answer.choice : null;
};
