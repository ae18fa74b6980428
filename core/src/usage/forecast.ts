import type { Counter } from '../gauge';
import type { Uncertain } from '../quantity';
import type { Shift } from './cause';
import type { Foretold } from './channel';
import { foretoldVariance, type Scatter } from './scatter';

/** Beyond this the log cannot explain what the chip counted: it saw prints that nobody logged. */
const CONTRADICTS = 3;

/**
 * A forecast joined with what the chip counted in the same time, each by its precision. Where they contradict, the chip is
 * believed if it saw more, and the log if the chip saw less.
 *
 * @param counted by the chip, ml with the doubt of its steps; null where it was not read at both ends
 */
export function withCount(foretold: Uncertain, counted: Uncertain | null, counter: Counter): Uncertain {
  if (!counted || !(counted.value > 0)) return foretold;
  const value = counter.k * counted.value;
  const variance =
    counted.value ** 2 * counter.variance + (counter.k * counted.u) ** 2 + counter.noise * counted.value;
  const own = foretold.u ** 2;
  const off = value - foretold.value;
  if (Math.abs(off) > CONTRADICTS * Math.sqrt(own + variance))
    return off > 0 ? { value, u: Math.sqrt(Math.max(own, variance)) } : foretold;
  return {
    value: foretold.value + (off * own) / (own + variance),
    u: Math.sqrt((own * variance) / (own + variance)),
  };
}

/** The channel's forecast times the printer's gain: doubts of coefficients, jobs, pictures and gain together. */
export function withGain(told: Foretold, gain: Uncertain, scatter: Scatter): Uncertain {
  const own = foretoldVariance(told, scatter);
  return {
    value: gain.value * told.ml,
    u: Math.sqrt(gain.value ** 2 * own + (told.ml * gain.u) ** 2),
  };
}

/** What is foretold, with what comes on top of it. */
export const withShift = ({ value, u }: Uncertain, { ml, variance }: Shift): Uncertain => ({
  value: Math.max(0, value + ml),
  u: Math.sqrt(u * u + variance),
});
