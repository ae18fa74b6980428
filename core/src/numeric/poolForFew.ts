import { COVERAGE } from './coverage';
import { studentT } from './studentT';
import { widenForFew } from './widenForFew';

/** One part of a sum: its standard uncertainty as `widenForFew` widened it, and by how few. */
export interface FewPart {
  readonly u: number;
  /** Degrees of freedom; null: somebody's statement, which nothing has widened. */
  readonly freedom: number | null;
}

/**
 * Several parts that were each fitted through a few points, added up: together they rest on more than any of them, so that the sum is
 * widened by the effective degrees of freedom, `ν = (Σu²)² / Σ(u⁴/ν)` (Welch and Satterthwaite; JCGM 100:2008 G.4.1).
 *
 * @param parts that err each for itself
 * @returns standard uncertainty of the sum: ± 1.96 of it holds 95 %
 * @example poolForFew([{ u: widenForFew(1, 2), freedom: 2 }, { u: widenForFew(1, 2), freedom: 2 }]).toFixed(3) // "2.003"
 */
export function poolForFew(parts: readonly FewPart[]): number {
  let square = 0;
  let fourth = 0;
  for (const { u, freedom } of parts) {
    const few = freedom !== null && freedom >= 1 ? freedom : null;
    const plain = few === null ? u : (u * COVERAGE) / studentT(few);
    square += plain ** 2;
    if (few !== null) fourth += plain ** 4 / few;
  }
  // Parts that nothing widened have as much freedom as one likes.
  return fourth > 0 ? widenForFew(Math.sqrt(square), square ** 2 / fourth) : Math.sqrt(square);
}
