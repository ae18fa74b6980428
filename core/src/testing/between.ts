import fc from 'fast-check';

/** So many values lie between the two ends. */
const STEPS = 1_000_000;

/**
 * Numbers spread evenly from one to the other, both included. `fc.double` spreads over the numbers that a machine can hold: of those
 * between 0 and 1 nearly all are as good as 0, and a law is tried on nothing.
 */
export const between = (min: number, max: number): fc.Arbitrary<number> =>
  fc.integer({ min: 0, max: STEPS }).map((step) => min + ((max - min) * step) / STEPS);
