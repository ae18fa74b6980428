import type { Uncertain } from '../quantity';
import type { Channel } from './channel';

/** What is known before any is met counts as so many. */
const BEFORE_COUNTS = 6;
/** A middle that moved by more than this share of the spread, or a spread that grew or shrank by it, is worth learning anew. */
const MOVED = 0.2;

/**
 * What a kind of picture takes in a channel before it is met there, by all that the printer's channels met so far: middle and
 * spread of their coefficients, `μ = Σm/n`, `τ² = Σ((m − μ)² + u²)/n`, beside what is known of any printer. Kinds that lie far apart
 * widen it, or the darkest of them would be held down to what is usual for years.
 *
 * @param channels as they were learnt
 * @param before of any printer, ml/dm²
 * @returns ml/dm²
 */
export function kindsMet(channels: Iterable<Channel>, before: Uncertain): Uncertain {
  let count = BEFORE_COUNTS;
  let sum = BEFORE_COUNTS * before.value;
  let squares = BEFORE_COUNTS * (before.u ** 2 + before.value ** 2);
  for (const { isTaught, subjects, mean, cov } of channels) {
    // What another printer was taught is this channel's own to begin from.
    if (isTaught) continue;
    for (const place of subjects.values()) {
      const value = mean[place] ?? 0;
      count += 1;
      sum += value;
      squares += value ** 2 + (cov[place]?.[place] ?? 0);
    }
  }
  const middle = sum / count;
  return { value: middle, u: Math.sqrt(Math.max(0, squares / count - middle ** 2)) };
}

/** Do kinds take so much else than was thought that what was learnt by it is worth learning anew? */
export const isOtherwise = (thought: Uncertain, met: Uncertain): boolean =>
  Math.abs(met.value - thought.value) > MOVED * thought.u || Math.abs(Math.log(met.u / thought.u)) > MOVED;
