import { listOf, type Log } from '../../exposure';
import { COUNTER_PRIOR, type Counter } from '../../gauge';
import { Fitting, newModel, type Draws, type PrinterModel } from '../../usage';
import type { Printer } from '../../workbook';
import { all, find } from '../define/context';
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

/** A fit with what it has learnt from so far, slot by slot: another weigh-in goes on from there. */
interface Going {
  readonly fitting: Fitting;
  readonly taken: readonly Log<UseInterval>[];
}
/** By the printer's definition, the latest first; another definition is another printer. */
const going = new WeakMap<Printer, readonly Going[]>();
const MOST_GOING = 3;

/**
 * What a printer's weigh-ins taught so far, fitted when it is first asked for and kept until another interval is added; then it
 * goes on from where it was.
 *
 * @returns a model of the bare priors for a printer that was never weighed; undefined when there is no such printer
 */
export function modelOf(book: Book, printerId: string): PrinterModel | undefined {
  const asked = ask(book, printerId);
  if (!asked || 'model' in asked) return asked?.model;
  for (const _ of asked.steps);
  return asked.finish();
}

/**
 * The models of all printers, fitted in slices: whoever waits may breathe between them. Afterwards `modelOf` answers at once.
 *
 * @param pause called between slices; the fit goes on when it resolves
 */
export async function fitSlowly(book: Book, pause: () => Promise<void>): Promise<void> {
  for (const printer of all(book.context, 'printer')) {
    const asked = ask(book, printer.id);
    if (!asked || 'model' in asked) continue;
    for (const _ of asked.steps) await pause();
    asked.finish();
    await pause();
  }
}

/** Gives a book whose intervals are not at hand the model that was learnt from them. */
export function keepModel(book: Book, printerId: string, model: PrinterModel): void {
  const printer = find(book.context, 'printer', printerId);
  const intervals = [...(book.state.printers.get(printerId)?.slots.values() ?? [])].map(
    (slot) => slot.intervals,
  );
  const [first] = intervals;
  if (printer && first) fitted.set(first, { intervals, draws: printer.draws, model });
}

type Asked =
  { readonly model: PrinterModel } | { readonly steps: Iterable<void>; readonly finish: () => PrinterModel };

function ask(book: Book, printerId: string): Asked | undefined {
  const printer = find(book.context, 'printer', printerId);
  if (!printer) return undefined;
  const slots = book.state.printers.get(printerId)?.slots;
  const slotIds = printer.slots.map((slot) => slot.id);
  if (book.live) return { model: priorsOf(printer, slotIds) };
  const first = slots?.values().next().value?.intervals;
  if (!slots || !first) return { model: priorsOf(printer, slotIds) };
  const intervals = [...slots.values()].map((slot) => slot.intervals);
  const known = fitted.get(first);
  if (
    known &&
    known.draws === printer.draws &&
    known.intervals.length === intervals.length &&
    known.intervals.every((log, i) => log === intervals[i])
  )
    return { model: known.model };
  // An entry that is tried before it is written was learnt from too: the one before it goes on just as well.
  for (const before of going.get(printer) ?? []) {
    const more = since(before.taken, intervals);
    if (more && before.fitting.goesOnWith(more)) return toFit(before.fitting.copy(), more);
  }
  return toFit(new Fitting(slotIds, printer.draws), intervals.flatMap(listOf));

  function toFit(fitting: Fitting, more: readonly UseInterval[]): Asked {
    return {
      steps: fitting.take(more),
      finish: () => {
        const model = fitting.model();
        going.set(
          printer!,
          [{ fitting, taken: intervals }, ...(going.get(printer!) ?? [])].slice(0, MOST_GOING),
        );
        fitted.set(first!, { intervals, draws: printer!.draws, model });
        return model;
      },
    };
  }
}

/** What was added to the lists since; null where one of them is not the same list any more. */
function since(
  taken: readonly Log<UseInterval>[],
  now: readonly Log<UseInterval>[],
): readonly UseInterval[] | null {
  if (taken.length !== now.length) return null;
  const more: UseInterval[] = [];
  for (let i = 0; i < now.length; i++) {
    const [before, after] = [taken[i]!, now[i]!];
    // What is folded anew from a late entry on is made of other intervals: the last one tells.
    const same =
      after.length >= before.length &&
      (before.length === 0 || before.items[before.length - 1] === after.items[before.length - 1]);
    if (!same) return null;
    for (let k = before.length; k < after.length; k++) more.push(after.items[k]!);
  }
  return more;
}

function priorsOf(printer: Printer, slotIds: readonly string[]): PrinterModel {
  let model = fresh.get(printer);
  if (!model) fresh.set(printer, (model = newModel(slotIds, printer.draws)));
  return model;
}

/** How a channel's counter errs, learnt from the intervals whose ends were read; the prior where none was. */
export const counterOf = (book: Book, printerId: string, slotId: string): Counter =>
  modelOf(book, printerId)?.counters.get(slotId) ?? COUNTER_PRIOR;
