import { ONE_SIDED } from '../numeric';
import type { Estimate, Uncertain } from '../quantity';

export interface EmptyAt {
  /** Reading at which the cartridge is really at its reserve: 0 to 1; below 0 the printer stops first, above 1 it never had enough. */
  readonly reading: Estimate;
  /** Reading to act at: later than the truth in less than 5 % of fills. */
  readonly actAt: number;
}

/**
 * The question that a gauge cannot answer: at which reading is the cartridge really at its reserve? The chip counts from
 * the calibrated volume, true use is k × the counted: `g* = g₀ − (V_f − V_r) / (k·V_cal)`.
 *
 * @param fill ink inside when the gauge read `startReading`, ml
 * @param chipMl calibrated volume of the chip, above 0
 * @param reserveMl never to be used
 * @param k true over counted use, above 0; prior 1 ± 0.1
 * @param startReading 1 directly after a reset
 * @throws RangeError when chip volume or k is not above 0
 * @example emptyAtReading({ value: 47, u: 0 }, 54, 3.5, { value: 1, u: 0 }).reading.value.toFixed(3) // "0.194"
 * @example emptyAtReading({ value: 47, u: 0 }, 54, 3.5, { value: 0.94, u: 0 }).reading.value.toFixed(3) // "0.143"
 */
export function emptyAtReading(
  fill: Uncertain,
  chipMl: number,
  reserveMl: number,
  k: Uncertain,
  startReading = 1,
): EmptyAt {
  if (!(chipMl > 0 && k.value > 0)) throw new RangeError('Chip volume and k are above 0.');
  const span = (fill.value - reserveMl) / (k.value * chipMl);
  const value = startReading - span;
  const u = Math.hypot(fill.u / (k.value * chipMl), (span * k.u) / k.value);
  return { reading: { value, u, source: 'predicted' }, actAt: value + ONE_SIDED * u };
}
