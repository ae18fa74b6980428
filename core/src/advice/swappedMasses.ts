import type { Uncertain } from '../quantity';

/** What one cartridge of a set was expected to weigh, and what was entered for it, g. */
export interface SetMass {
  readonly cartridgeId: string;
  readonly expected: Uncertain;
  readonly found: Uncertain;
}

/** Off by more of its own doubt than this where it was entered, and by less where it would belong. */
const OFF = 3;
const FITS = 2;

/**
 * Two of a set whose masses were entered for each other: each is far from its own, and near to the other's.
 *
 * @returns the first such pair, in the order of the set; null: none
 */
export function swappedMasses(set: readonly SetMass[]): readonly [SetMass, SetMass] | null {
  for (let i = 0; i < set.length; i++)
    for (let j = i + 1; j < set.length; j++) {
      const [a, b] = [set[i]!, set[j]!];
      if (away(a, a) > OFF && away(b, b) > OFF && away(a, b) < FITS && away(b, a) < FITS) return [a, b];
    }
  return null;
}

const away = ({ expected }: SetMass, { found }: SetMass): number =>
  Math.abs(found.value - expected.value) / Math.max(1e-9, Math.hypot(found.u, expected.u));
