/** Where a quantity came from; shown beside every number. */
export type Source = 'weighed' | 'syringe' | 'sight' | 'line' | 'assumed' | 'predicted';

/** A value with its standard uncertainty u (one standard deviation, same unit). */
export interface Uncertain {
  readonly value: number;
  readonly u: number;
}

/** An uncertain value that knows where it came from. */
export interface Estimate extends Uncertain {
  readonly source: Source;
}

/** Grams in one avoirdupois ounce (exact by definition). */
export const GRAMS_PER_OUNCE = 28.349523125;
