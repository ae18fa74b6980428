import type { Printer } from '../workbook';
import { stepsOf } from './stepsOf';

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
  const steps = stepsOf(gauge);
  const widest = Math.max(0, ...steps.slice(1).map((step, i) => (steps[i] ?? step) - step));
  return (widest > 0 ? widest : 0.01) / Math.sqrt(12);
}

/**
 * The reading to act at as this gauge can show it: for steps the lowest step that is not below it, since the next would come
 * too late.
 *
 * @example readableActAt({ display: "steps", steps: [1, 0.5, 0.25, 0] }, 0.3) // 0.5
 * @example readableActAt({ display: "percent", steps: [] }, 0.213) // 0.22
 */
export function readableActAt(gauge: Pick<Printer['gauge'], 'display' | 'steps'>, actAt: number): number {
  const steps = stepsOf(gauge);
  if (steps.length > 0) return Math.min(1, ...steps.filter((step) => step >= actAt - 1e-9));
  return Math.min(1, Math.max(0, Math.ceil(actAt * 100 - 1e-6) / 100));
}
