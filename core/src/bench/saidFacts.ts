import { LEVEL_U, type FactDraft } from '../workbook';
import type { CartridgeRun } from './run';

/**
 * What a decision or a look of a run says of the ink, as facts: a word that is not a fact is not reckoned with.
 *
 * @param id of the step
 * @param choice that was made there
 */
export function saidFacts(run: CartridgeRun, id: string, choice: string): FactDraft[] {
  const { cartridgeId } = run;
  const common = { cartridgeId, run: run.id };
  // Printed on until nothing came: it says so itself that the log was behind.
  if (id === 'really-out' && choice === 'out')
    return [{ kind: 'fadedOrRanDry', ranDry: true, because: 'notLogged', ...common }];
  // It took no more: full, whatever was in it before.
  if (id.startsWith('room-') && choice === 'full')
    return [{ kind: 'levelSeen', fraction: FULL.value, u: FULL.u, because: 'notLogged', ...common }];
  if (id === 'contents' && LEVELS[choice] !== undefined)
    return [
      { kind: 'levelSeen', fraction: LEVELS[choice], u: LEVEL_U.told, because: 'notLogged', ...common },
    ];
  return [];
}

/** Filled until it took no more. */
const FULL = { value: 0.95, u: 0.05 } as const;

/** Levels that can be told of a body of which nobody knows how much is in it. */
const LEVELS: Readonly<Record<string, number>> = { nearlyEmpty: 0.08, quarter: 0.25, half: 0.5, most: 0.8 };
