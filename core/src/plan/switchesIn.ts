import { find, type Book } from '../ledger';
import { blackOf, type Printer } from '../workbook';

const NONE: ReadonlyMap<string, number> = new Map();

/**
 * How often each of two blacks on one line takes over while these jobs are printed one after the other.
 *
 * @param jobs in their order; on a paper that takes either, or is not known, the line stays as it is
 * @returns by slot; empty where each black has its own line
 */
export function switchesIn(
  book: Book,
  printer: Printer,
  jobs: readonly { readonly paperId?: string | null | undefined }[],
): ReadonlyMap<string, number> {
  if (!printer.blacksShareLine) return NONE;
  const found = new Map<string, number>();
  let inLine = book.state.printers.get(printer.id)?.blackInLine ?? null;
  for (const { paperId } of jobs) {
    const black = find(book.context, 'paper', paperId ?? undefined)?.black;
    if (!black || black === 'both' || black === inLine) continue;
    const slot = printer.slots.find(({ shades }) => blackOf(shades) === black);
    if (slot && inLine !== null) found.set(slot.id, (found.get(slot.id) ?? 0) + 1);
    inLine = black;
  }
  return found;
}
