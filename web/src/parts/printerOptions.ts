import { all, printersInUse, type Book } from '@hiraeth/core/ledger';

/**
 * The printers that can be chosen: those in use, and the one that is chosen already, whatever became of it.
 *
 * @param past those that are out of use, too: the place shows what was
 */
export function printerOptions(
  book: Book,
  chosenId: string | null,
  past = false,
): { readonly value: string; readonly label: string }[] {
  const here = new Set(printersInUse(book));
  return all(book.context, 'printer')
    .filter((one) => past || here.has(one) || one.id === chosenId)
    .map((one) => ({ value: one.id, label: here.has(one) ? one.name : `${one.name}, out of use` }));
}
