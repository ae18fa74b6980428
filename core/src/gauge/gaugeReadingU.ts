import type { Printer } from '../workbook';

/**
 * Standard uncertainty of a gauge's figure by how it is shown: one percent for figures, half a step for steps (rectangular:
 * width/√12).
 *
 * @param gauge of the printer
 * @returns as a fraction of the chip's volume
 * @example gaugeReadingU({ display: "percent", steps: [] }).toFixed(4) // "0.0029"
 * @example gaugeReadingU({ display: "steps", steps: [1, 0.5, 0] }).toFixed(4) // "0.1443"
 */
export function gaugeReadingU(gauge: Pick<Printer['gauge'], 'display' | 'steps'>): number {
  const sorted = [...gauge.steps].sort((a, b) => b - a);
  const widest = sorted.reduce(
    (most, step, i) => (i === 0 ? most : Math.max(most, sorted[i - 1]! - step)),
    0,
  );
  return (gauge.display === 'steps' && widest > 0 ? widest : 0.01) / Math.sqrt(12);
}

/**
 * The reading to act at as this gauge can show it: for steps the lowest step that is not below it, since the next would come
 * too late.
 *
 * @example readableActAt({ display: "steps", steps: [1, 0.5, 0.25, 0] }, 0.3) // 0.5
 * @example readableActAt({ display: "percent", steps: [] }, 0.213) // 0.22
 */
export function readableActAt(gauge: Pick<Printer['gauge'], 'display' | 'steps'>, actAt: number): number {
  if (gauge.display === 'steps' && gauge.steps.length > 0) {
    const enough = gauge.steps.filter((step) => step >= actAt - 1e-9);
    return enough.length > 0 ? Math.min(...enough) : 1;
  }
  return Math.min(1, Math.max(0, Math.ceil(actAt * 100 - 1e-6) / 100));
}
