import type { Book } from '../ledger';
import type { FactDraft, FactOf } from '../workbook';
import { atOpenDoor } from './atOpenDoor';
import type { BenchRun } from './run';

/**
 * What closing the door says: all that stand behind it are in, with one priming routine for each printer.
 *
 * @returns nothing while none stands there, and of a rehearsal
 */
export function doorFacts(book: Book, bench: Pick<BenchRun, 'queue' | 'rehearsal'>): FactDraft[] {
  if (bench.rehearsal) return [];
  const printers = new Map<string, FactOf<'installed'>['into'][number][]>();
  for (const { printerId, slotId, cartridgeId } of atOpenDoor(book, bench))
    printers.set(printerId, [...(printers.get(printerId) ?? []), { slotId, cartridgeId }]);
  return [...printers].map(([printerId, into]) => ({ kind: 'installed', printerId, into }));
}
