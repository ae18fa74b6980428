import type { Fact } from '@hiraeth/core';
import { simulateLooks, simulateStudio, type Truth } from '@hiraeth/rig';
import { ABERLANW, ABERLANW_LOOKS } from './aberlanw';

/** Fourteen months. */
const DAYS = 426;
const DAY_MS = 86_400_000;
export const DEMO_SEED = 47;

/**
 * The demo print room's fourteen months of facts, ending now, and the truth beside them.
 *
 * @param endAt UTC instant of opening
 * @param seed the same seed and day give the same workbook
 */
export function makeDemo(endAt: string, seed = DEMO_SEED): { facts: Fact[]; truth: Truth } {
  const { facts, truth } = simulateStudio(ABERLANW, { seed, endAt, days: DAYS });
  const { printer } = ABERLANW.printers.find((room) => room.printer.id === ABERLANW_LOOKS.printerId)!;
  const from = new Date(Date.parse(endAt) - DAYS * DAY_MS).toISOString();
  return { facts: simulateLooks(facts, printer, ABERLANW_LOOKS, from, seed), truth };
}
