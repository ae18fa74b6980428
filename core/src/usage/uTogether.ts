import { SHARED_COEFFICIENT } from './features';

/**
 * The doubt of a sum over a printer's channels, which goes together in part: they were taught by the same prints.
 *
 * @param us standard uncertainty of each channel, in one unit
 */
export function uTogether(us: readonly number[]): number {
  let squares = 0;
  let sum = 0;
  for (const u of us) {
    squares += u * u;
    sum += u;
  }
  return Math.sqrt((1 - SHARED_COEFFICIENT) * squares + SHARED_COEFFICIENT * sum ** 2);
}
