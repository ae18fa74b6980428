import type { Uncertain } from '../quantity';
import type { Shift } from './cause';

/** What so many units of a cause are worth, ml, by how likely it is: mean and variance of the mixture with none of it. */
export const shiftOf = (probability: number, { value, u }: Uncertain, unit: number): Shift => ({
  ml: probability * value * unit,
  variance: (probability * u ** 2 + probability * (1 - probability) * value ** 2) * unit ** 2,
});

/** Cleanings that nobody logs: so many are expected, and come as they like (Poisson). */
export const unseenShift = (count: number, cleaningMl: number): Shift => ({
  ml: count * cleaningMl,
  variance: count * cleaningMl ** 2,
});
