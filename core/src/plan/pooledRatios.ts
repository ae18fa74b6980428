import type { Book } from '../ledger';
import { scoreForecasts, type Score, type ScoredInterval } from './scoreForecasts';

/** All channels of one weigh-in together: what was used against what was foretold. */
export interface PooledRatio {
  readonly from: string;
  readonly at: string;
  readonly ratio: number;
  readonly u: number;
  /** Of an interval that is wrong or was explained away: it taught nothing. */
  readonly leftOut: boolean;
}

/**
 * How a printer's use compares with what was foretold, weigh-in by weigh-in: where it stays at one it is known; a step that
 * stays is a printer that draws otherwise, a single one an entry that is missing.
 *
 * @param score of the book, where it was reckoned already
 * @returns oldest first; weigh-ins of which hardly anything was foretold are left out
 */
export function pooledRatios(
  book: Book,
  printerId: string,
  score: Score = scoreForecasts(book),
): PooledRatio[] {
  const weighIns = new Map<string, ScoredInterval[]>();
  for (const interval of score.intervals) {
    if (interval.printerId !== printerId) continue;
    const day = interval.to.slice(0, 10);
    const some = weighIns.get(day);
    if (some) some.push(interval);
    else weighIns.set(day, [interval]);
  }
  return [...weighIns.values()]
    .flatMap((some): PooledRatio[] => {
      const [first] = some;
      if (!first) return [];
      const foretold = some.reduce((sum, { foretoldMl }) => sum + foretoldMl, 0);
      if (foretold < LEAST_ML) return [];
      const used = some.reduce((sum, { usedMl }) => sum + usedMl, 0);
      const variance = some.reduce((sum, { u, usedU }) => sum + u ** 2 + usedU ** 2, 0);
      return [
        {
          from: some.reduce((least, { from }) => (from < least ? from : least), first.from),
          at: first.to,
          ratio: Math.max(0, used / foretold),
          u: Math.sqrt(variance) / foretold,
          leftOut: some.every(({ leftOut }) => leftOut),
        },
      ];
    })
    .sort((a, b) => (a.at < b.at ? -1 : 1));
}

const LEAST_ML = 0.5;
