import { normalDraw, seeded } from '@hiraeth/core/numeric';

/** A seeded source of chance: the same seed gives the same year. */
export interface Chance {
  /** Uniform in [0, 1). */
  readonly next: () => number;
  readonly normal: (mean: number, sd: number) => number;
  /** Positive factor with median 1 and the given relative spread. */
  readonly factor: (spread: number) => number;
  readonly pick: <T>(list: readonly T[], weights?: readonly number[]) => T;
  readonly poisson: (mean: number) => number;
}

/**
 * Makes a seeded random source (mulberry32; normals by Box and Muller).
 *
 * @param seed any integer
 * @example makeChance(7).next() === makeChance(7).next() // true
 */
export function makeChance(seed: number): Chance {
  const next = seeded(seed);
  const normal = (mean: number, sd: number): number => mean + sd * normalDraw(next);
  return {
    next,
    normal,
    factor: (spread) => Math.exp(normal(0, spread)),
    pick: (list, weights) => {
      const total = weights ? weights.reduce((sum, weight) => sum + weight, 0) : list.length;
      let at = next() * total;
      for (let i = 0; i < list.length; i++) {
        at -= weights ? weights[i]! : 1;
        if (at < 0) return list[i]!;
      }
      return list[list.length - 1]!;
    },
    poisson: (mean) => {
      const limit = Math.exp(-mean);
      let count = 0;
      for (let product = next(); product > limit; product *= next()) count += 1;
      return count;
    },
  };
}
