import { NO_EXPOSURE } from '../exposure';
import { find, modelOf, type Book } from '../ledger';
import type { Uncertain } from '../quantity';
import { predictUse } from '../usage';

/**
 * What one change draws for priming over all channels of a printer, ml: as learnt, else by its prior.
 *
 * @returns undefined when there is no such printer
 */
export function changeDraw(book: Book, printerId: string): Uncertain | undefined {
  const printer = find(book.context, 'printer', printerId);
  const model = modelOf(book, printerId);
  if (!printer || !model) return undefined;
  let value = 0;
  // One maker's routine errs alike in all channels.
  let u = 0;
  for (const slot of printer.slots) {
    const use = predictUse(model, slot.id, { ...NO_EXPOSURE, change: 1 });
    value += use.value;
    u += use.u;
  }
  return { value, u };
}
