import { ALWAYS, inkAccountsInSlices } from '../account';
import { all, type Book } from '../ledger';

/**
 * Writes the accounts that the cost to date asks for, slice by slice, so that whoever waits can breathe between them. Afterwards
 * `periodCost` and `printerCost` answer without writing them.
 *
 * @param to UTC instant, as it will be asked
 * @param pause called between slices; the writing goes on when it resolves
 */
export async function accountSlowly(book: Book, to: string, pause: () => Promise<void>): Promise<void> {
  for (const { id } of all(book.context, 'printer'))
    for (const _ of inkAccountsInSlices(book, id, [ALWAYS, to])) await pause();
}
