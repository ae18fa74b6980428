import type { Printer } from '../workbook';

/** What a gauge that shows a few steps is taken to show until its owner says which. */
const QUARTERS: readonly number[] = [1, 0.75, 0.5, 0.25, 0];

/**
 * The readings that a gauge can show, from full to empty.
 *
 * @param gauge of the printer
 * @returns as fractions; none of one that shows no steps; quarters where nobody said which
 * @example stepsOf({ display: "steps", steps: [] }).length // 5
 */
export function stepsOf(gauge: Pick<Printer['gauge'], 'display' | 'steps'>): readonly number[] {
  if (gauge.display !== 'steps') return [];
  return gauge.steps.length > 1 ? [...gauge.steps].sort((a, b) => b - a) : QUARTERS;
}
