import type { Fact } from '@hiraeth/core';
import { simulateStudio, type Truth } from '@hiraeth/rig';
import { ABERLANW } from './aberlanw';

/** Fourteen months. */
const DAYS = 426;
export const DEMO_SEED = 47;

/**
 * The demo print room's fourteen months of facts, ending now, and the truth beside them.
 *
 * @param endAt UTC instant of opening
 * @param seed the same seed and day give the same workbook
 */
export function makeDemo(endAt: string, seed = DEMO_SEED): { facts: Fact[]; truth: Truth } {
  return simulateStudio(ABERLANW, { seed, endAt, days: DAYS });
}
