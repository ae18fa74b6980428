import { timesExposure, type Exposure } from '../exposure';
import { largestCount, normalCdf, ONE_SIDED } from '../numeric';
import type { Uncertain } from '../quantity';

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
 * @param pictures `different` ones, or N copies of the `same`: then the doubt grows with N, not with its root
 * @param predict use of an exposure, ml with u
 * @returns 0 to 100 000
 * @example safeCount({ value: 20, u: 0.3 }, 3.5, { areas: [{ subjectId: "a", dm2: 1, squares: 1 }], imageMl: 0, imageSquares: 0, light: 0, deep: 0, group: 0, recharge: 0, change: 0, switched: 0, idleDays: 0 }, "different", (x) => ({ value: 0.3 * x.areas[0].dm2, u: Math.hypot(0.02 * x.areas[0].dm2, 0.25 * 0.3 * Math.sqrt(x.areas[0].squares)) })) // 48
 * @example safeCount({ value: 20, u: 0.3 }, 3.5, { areas: [{ subjectId: "a", dm2: 1, squares: 1 }], imageMl: 0, imageSquares: 0, light: 0, deep: 0, group: 0, recharge: 0, change: 0, switched: 0, idleDays: 0 }, "same", (x) => ({ value: 0.3 * x.areas[0].dm2, u: Math.hypot(0.02 * x.areas[0].dm2, 0.25 * 0.3 * Math.sqrt(x.areas[0].squares)) })) // 38
 */
export function safeCount(
  ink: Uncertain,
  reserveMl: number,
  one: Exposure,
  pictures: 'different' | 'same',
  predict: (exposure: Exposure) => Uncertain,
): number {
  return largestCount((n) => {
    const use = predict(timesExposure(one, n, pictures));
    return ink.value - use.value - ONE_SIDED * Math.hypot(ink.u, use.u) >= reserveMl;
  }, MOST);
}
