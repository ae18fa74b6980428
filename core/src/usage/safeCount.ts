import { normalCdf, ONE_SIDED, type Uncertain } from '../quantity';
import type { Printer } from '../workbook';
import { predictUse, type Exposure, type UseModel } from './useModel';

const MOST = 100_000;

/**
 * Probability that a job takes a channel to its reserve: ink and use are independent and nearly normal.
 *
 * @param ink now, ml
 * @param reserveMl never to be used
 * @param use that the job will take
 * @returns 0 to 1
 * @example runsDry({ value: 20, u: 1 }, 4, { value: 16, u: 1 }).toFixed(2) // "0.50"
 */
export function runsDry(ink: Uncertain, reserveMl: number, use: Uncertain): number {
  const left = ink.value - use.value - reserveMl;
  const u = Math.hypot(ink.u, use.u);
  return u === 0 ? (left < 0 ? 1 : 0) : normalCdf(-left / u);
}

/**
 * How many prints of one kind are safe: the largest N for which the channel stays above its reserve with 95 %.
 *
 * @param ink now, ml
 * @param reserveMl never to be used
 * @param one exposure of a single print
 * @returns 0 to 100 000
 */
export function safeCount(
  ink: Uncertain,
  reserveMl: number,
  model: UseModel,
  one: Exposure,
  draws: Printer['draws'],
): number {
  const stays = (n: number): boolean => {
    const use = predictUse(
      model,
      Object.fromEntries(Object.entries(one).map(([feature, amount]) => [feature, amount * n])),
      draws,
    );
    return ink.value - use.value - ONE_SIDED * Math.hypot(ink.u, use.u) >= reserveMl;
  };
  if (!stays(1)) return 0;
  let low = 1;
  let high = 2;
  while (high < MOST && stays(high)) {
    low = high;
    high *= 2;
  }
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (stays(middle)) low = middle;
    else high = middle;
  }
  return Math.min(low, MOST);
}
