import { ALWAYS, inkAccounts, inkAccountsInSlices, printerMonths } from '../account';
import { all, type Book } from '../ledger';
import { costOfAccount } from './printerCost';

/**
 * Writes the accounts that the cost to date asks for, and what each month cost, slice by slice, so that whoever waits can breathe
 * between them. Afterwards `periodCost` and `printerCost` answer without writing them.
 *
 * @param to UTC instant, as it will be asked
 * @param pause called between slices; the writing goes on when it resolves
 */
export async function accountSlowly(book: Book, to: string, pause: () => Promise<void>): Promise<void> {
  const printers = all(book.context, 'printer');
  for (const { id } of printers) for (const _ of inkAccountsInSlices(book, id, [ALWAYS, to])) await pause();
  // What all of them share is split by the accounts of all.
  for (const { id } of printers) {
    const months = printerMonths(book, id, ALWAYS, to) ?? [];
    for (const month of inkAccounts(book, id, months) ?? []) {
      costOfAccount(book, month, to);
      await pause();
    }
  }
}
