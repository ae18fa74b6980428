import type { DensityByFills } from '../prepare';

/**
 * How far a density lies from what is reckoned with.
 *
 * @param off relative; above 0: heavier
 */
export const densityOffWords = (off: number): string =>
  `${Math.abs(100 * off).toFixed(1)} % ${off > 0 ? 'heavier' : 'lighter'}`;

/** By what a density is told beside what is reckoned with: fills, and bottles that were used up. */
export const toldByWords = ({ fills, bottles }: Pick<DensityByFills, 'fills' | 'bottles'>): string =>
  [
    fills > 0 ? (fills === 1 ? 'one fill' : `${fills} fills`) : '',
    bottles > 0 ? (bottles === 1 ? 'one used-up bottle' : `${bottles} used-up bottles`) : '',
  ]
    .filter((part) => part !== '')
    .join(' and ');
