import type { Uncertain } from '../../quantity';
import { drawOf, type Term } from '../../usage';
import { find } from '../define/context';
import type { Book } from '../Ledger';
import { modelOf } from './models';

/**
 * What the printer draws at the next cleaning or change, as its weigh-ins taught, else by what was said of it: the one owner of that
 * answer, for what it costs, what it would empty and what it puts into the pad.
 *
 * @param slotIds from these channels; left out: from all
 * @returns ml; 0 for a printer that there is not
 */
export function routineDraw(
  book: Book,
  printerId: string,
  what: Exclude<Term, 'imageMl' | 'idleDays'>,
  slotIds?: readonly string[],
): Uncertain {
  const printer = find(book.context, 'printer', printerId);
  const model = modelOf(book, printerId);
  if (!printer || !model) return { value: 0, u: 0 };
  let value = 0;
  // One maker's routine errs alike in all channels.
  let u = 0;
  for (const slotId of slotIds ?? printer.slots.map(({ id }) => id)) {
    const each = drawOf(model, slotId, what);
    value += each.value;
    // The next one lies beside its mean, as every one does.
    u += Math.hypot(each.u, model.eventScatter * each.value);
  }
  return { value, u };
}
