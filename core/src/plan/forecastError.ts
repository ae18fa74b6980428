import type { ScoredInterval } from './scoreForecasts';

/**
 * What forecasts were off by: the sum of |used − foretold| over all that was used.
 *
 * @returns a share; null where nothing was used
 */
export function forecastError(intervals: readonly ScoredInterval[]): number | null {
  const used = intervals.reduce((sum, { usedMl }) => sum + usedMl, 0);
  const off = intervals.reduce((sum, { usedMl, foretoldMl }) => sum + Math.abs(usedMl - foretoldMl), 0);
  return used > 0 ? off / used : null;
}
