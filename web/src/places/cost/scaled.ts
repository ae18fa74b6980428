import type { Uncertain } from '@hiraeth/core/quantity';

/** An amount so many times over. */
export const scaled = (amount: Uncertain | null, by: number): Uncertain | null =>
  amount && { value: amount.value * by, u: amount.u * by };
