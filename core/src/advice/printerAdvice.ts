import { URGENCY_RANK } from './urgency';
import { find, type Book } from '../ledger';
import { slotView, type SlotView } from './adviceFor';

export interface PrinterAdvice {
  readonly printerId: string;
  readonly slots: readonly SlotView[];
  /** The slot that has to be looked at first. */
  readonly first: SlotView | null;
  /** Standard sheets that are safe in all channels; null as soon as one of them is not known. */
  readonly safeSheets: number | null;
}

/**
 * A whole printer now: the same advice for each slot as every place gives, and what follows for the printer.
 *
 * @returns undefined when there is no such printer
 */
export function printerAdvice(book: Book, printerId: string, at: string): PrinterAdvice | undefined {
  const printer = find(book.context, 'printer', printerId);
  if (!printer) return undefined;
  const slots = printer.slots.map((slot) => slotView(book, printerId, slot.id, at)!);
  const first = slots.reduce<SlotView | null>(
    (worst, view) => (worst && rank(worst) <= rank(view) ? worst : view),
    null,
  );
  const known = slots.map((view) => view.advice.safeSheets);
  return {
    printerId,
    slots,
    first,
    safeSheets: known.includes(null) || known.length === 0 ? null : Math.min(...(known as number[])),
  };
}

/** Most urgent first; among equals the one whose ink ends soonest. */
const rank = ({ advice }: SlotView): number =>
  URGENCY_RANK[advice.urgency] * 1e6 + Math.min(advice.safeSheets ?? -1, 1e5);
