import type { Uncertain } from '../quantity';

/** Belief about one channel's counter: true use over counted use. */
export interface Counter {
  readonly k: number;
  readonly variance: number;
  /** Process variance per counted ml, and how often it was learnt. */
  readonly noise: number;
  readonly seen: number;
}

/** Before anything was seen: 1 ± 0.1. */
export const COUNTER_PRIOR: Counter = { k: 1, variance: 0.01, noise: 0.02, seen: 0 };

/** Beyond this many standard deviations an observation is an entry gone wrong, and teaches nothing. */
const MOST_SIGMA = 5;

/**
 * Learns the counter's bias from what a cartridge used by mass between two gauge readings: a scalar Bayesian regression
 * through the origin, `used = k·counted`.
 *
 * @param counter before
 * @param used by mass, ml, with the u of the masses
 * @param counted by the chip, ml, with the u of its rounding
 * @returns the counter after; unchanged when hardly anything was counted
 */
export function learnCounter(counter: Counter, used: Uncertain, counted: Uncertain): Counter {
  const x = counted.value;
  if (!(x > 0.3) || !Number.isFinite(used.value)) return counter;
  const own = used.u ** 2 + (counter.k * counted.u) ** 2 + counter.noise * x;
  const variance = x * x * counter.variance + own;
  const innovation = used.value - counter.k * x;
  if (Math.abs(innovation) > MOST_SIGMA * Math.sqrt(variance)) return counter;
  const gain = (x * counter.variance) / variance;
  return {
    k: Math.max(0.3, counter.k + gain * innovation),
    variance: counter.variance * (1 - gain * x),
    noise: counter.noise,
    seen: counter.seen + 1,
  };
}
