import type { PrinterAdvice } from './printerAdvice';
import { URGENCY_RANK } from './urgency';

/**
 * The printer to look at first: the most urgent, among equals the one whose ink ends soonest; one that was set up and never used
 * comes last.
 *
 * @returns null without printers
 */
export function mostPressing(printers: readonly PrinterAdvice[]): PrinterAdvice | null {
  const used = printers.filter((printer) => printer.slots.some((view) => view.cartridge));
  return (used.length > 0 ? used : printers).reduce<PrinterAdvice | null>((a, b) => {
    if (!a?.first || !b.first) return a?.first ? a : b;
    const [x, y] = [URGENCY_RANK[a.first.advice.urgency], URGENCY_RANK[b.first.advice.urgency]];
    return x !== y ? (x < y ? a : b) : (a.safeSheets ?? -1) <= (b.safeSheets ?? -1) ? a : b;
  }, null);
}
