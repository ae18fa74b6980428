import type { Snapshot } from '../ledger';
import { planBasis, type PlanOptions } from './planBasis';
import { planFrom, type PrinterPlan } from './planFrom';
import { simulatePolicies } from './simulatePolicies';

/**
 * What a printer will need and when, and what each way of changing its cartridges costs.
 *
 * @param at UTC instant from which it looks ahead
 * @param random uniform in [0, 1), seeded
 * @returns undefined when there is no such printer
 */
export function planPrinter(
  book: Snapshot,
  printerId: string,
  at: string,
  options: PlanOptions,
  random: () => number,
): PrinterPlan | undefined {
  const basis = planBasis(book, printerId, at, options);
  return basis && planFrom(basis, basis.input ? simulatePolicies({ ...basis.input, random }) : []);
}
