import { listOf, type Log } from '../../exposure';
import { COUNTER_PRIOR, type Counter } from '../../gauge';
import { fitPrinter, newModel, type Draws, type PrinterModel } from '../../usage';
import type { Printer } from '../../workbook';
import { find } from '../define/context';
import type { UseInterval } from '../fold/state';
import type { Book } from '../Ledger';

interface Fitted {
  readonly intervals: readonly Log<UseInterval>[];
  readonly draws: Draws;
  readonly model: PrinterModel;
}
/** By the handle of one slot's list: it is another one as soon as an interval is added. */
const fitted = new WeakMap<Log<UseInterval>, Fitted>();
const fresh = new WeakMap<object, PrinterModel>();

/**
 * What a printer's weigh-ins taught so far, fitted when it is first asked for and kept until another interval is added.
 *
 * @returns a model of the bare priors for a printer that was never weighed; undefined when there is no such printer
 */
export function modelOf(book: Book, printerId: string): PrinterModel | undefined {
  const printer = find(book.context, 'printer', printerId);
  if (!printer) return undefined;
  const slots = book.state.printers.get(printerId)?.slots;
  const slotIds = printer.slots.map((slot) => slot.id);
  if (book.live) return priorsOf(printer, slotIds);
  const first = slots?.values().next().value?.intervals;
  if (!slots || !first) return priorsOf(printer, slotIds);
  const intervals = [...slots.values()].map((slot) => slot.intervals);
  const known = fitted.get(first);
  if (
    known &&
    known.draws === printer.draws &&
    known.intervals.length === intervals.length &&
    known.intervals.every((log, i) => log === intervals[i])
  )
    return known.model;
  const model = fitPrinter(slotIds, intervals.flatMap(listOf), printer.draws);
  fitted.set(first, { intervals, draws: printer.draws, model });
  return model;
}

function priorsOf(printer: Printer, slotIds: readonly string[]): PrinterModel {
  let model = fresh.get(printer);
  if (!model) fresh.set(printer, (model = newModel(slotIds, printer.draws)));
  return model;
}

/** How a channel's counter errs, learnt from the intervals whose ends were read; the prior where none was. */
export const counterOf = (book: Book, printerId: string, slotId: string): Counter =>
  modelOf(book, printerId)?.counters.get(slotId) ?? COUNTER_PRIOR;
