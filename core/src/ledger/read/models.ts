import { emptyLog, listOf, type Log } from '../../exposure';
import { COUNTER_PRIOR, type Counter } from '../../gauge';
import {
  Fitting,
  newModel,
  type Draws,
  type FittingCode,
  type PrinterModel,
  type Renewal,
} from '../../usage';
import type { Printer } from '../../workbook';
import { all, find } from '../define/context';
import type { UseInterval } from '../fold/state';
import type { Book } from '../Ledger';

interface Fitted {
  readonly intervals: readonly Log<UseInterval>[];
  readonly draws: Draws;
  readonly renewals: Log<Renewal>;
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

/** The fit behind a printer's model, as plain data for `goOnWithFit`; null where there is no such printer in use. */
export function keepFit(book: Book, printerId: string): FittingCode | null {
  const printer = find(book.context, 'printer', printerId);
  const intervals = intervalLogs(book, printerId);
  if (!printer || intervals.length === 0) return null;
  modelOf(book, printerId);
  const known = going.get(printer)?.find(({ taken }) => areSame(taken, intervals));
  if (known) return known.fitting.keep();
  const fitting = new Fitting(slotIdsOf(printer), printer.draws);
  for (const _ of fitting.take(intervals.flatMap(listOf), listOf(renewalsOf(book, printerId))));
  return fitting.keep();
}

/**
 * Fits a printer of which only the later intervals are at hand.
 *
 * @param base the book of which the fit was kept
 * @param book the same, or one that came out of it
 * @returns false where the earlier intervals would be needed: nothing may be asked of this book's model
 */
export function goOnWithFit(base: Book, book: Book, printerId: string, code: FittingCode): boolean {
  const printer = find(book.context, 'printer', printerId);
  const intervals = intervalLogs(book, printerId);
  const [first] = intervals;
  const more = since(intervalLogs(base, printerId), intervals);
  if (!printer || !first || !more) return false;
  const fitting = Fitting.revive(slotIdsOf(printer), printer.draws, code);
  if (!fitting.goesOnWith(more)) return false;
  const renewals = renewalsOf(book, printerId);
  for (const _ of fitting.take(more, listOf(renewals)));
  if (fitting.isLost) return false;
  going.set(printer, [{ fitting, taken: intervals }]);
  fitted.set(first, { intervals, draws: printer.draws, renewals, model: fitting.model(listOf(renewals)) });
  return true;
}

const intervalLogs = (book: Book, printerId: string): readonly Log<UseInterval>[] =>
  [...(book.state.printers.get(printerId)?.slots.values() ?? [])].map((slot) => slot.intervals);

const NO_RENEWALS = emptyLog<Renewal>();
const renewalsOf = (book: Book, printerId: string): Log<Renewal> =>
  book.state.printers.get(printerId)?.renewals ?? NO_RENEWALS;

const slotIdsOf = (printer: Printer): readonly string[] => printer.slots.map((slot) => slot.id);

const areSame = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((one, i) => one === b[i]);

type Asked =
  { readonly model: PrinterModel } | { readonly steps: Iterable<void>; readonly finish: () => PrinterModel };

function ask(book: Book, printerId: string): Asked | undefined {
  const printer = find(book.context, 'printer', printerId);
  if (!printer) return undefined;
  if (book.live) return { model: priorsOf(printer) };
  const intervals = intervalLogs(book, printerId);
  const [first] = intervals;
  if (!first) return { model: priorsOf(printer) };
  const renewals = renewalsOf(book, printerId);
  const known = fitted.get(first);
  if (
    known &&
    known.draws === printer.draws &&
    known.renewals === renewals &&
    areSame(known.intervals, intervals)
  )
    return { model: known.model };
  // An entry that is tried before it is written was learnt from too: the one before it goes on just as well.
  let best: { readonly fitting: Fitting; readonly more: readonly UseInterval[] } | null = null;
  for (const { taken, fitting } of going.get(printer) ?? []) {
    const more = since(taken, intervals);
    if (more && fitting.goesOnWith(more) && (!best || more.length < best.more.length))
      best = { fitting, more };
  }
  if (best) return toFit(best.fitting.copy(), best.more);
  return toFit(new Fitting(slotIdsOf(printer), printer.draws), intervals.flatMap(listOf));

  function toFit(fitting: Fitting, more: readonly UseInterval[]): Asked {
    return {
      steps: fitting.take(more, listOf(renewals)),
      finish: () => {
        const model = fitting.model(listOf(renewals));
        going.set(
          printer!,
          [{ fitting, taken: intervals }, ...(going.get(printer!) ?? [])].slice(0, MOST_GOING),
        );
        fitted.set(first!, { intervals, draws: printer!.draws, renewals, model });
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
  for (const [i, after] of now.entries()) {
    const before = taken[i];
    if (!before) return null;
    // What is folded anew from a late entry on is made of other intervals: the last one tells.
    const same =
      after.length >= before.length &&
      (before.length === 0 || before.items[before.length - 1] === after.items[before.length - 1]);
    if (!same) return null;
    for (const one of after.items.slice(before.length, after.length)) more.push(one);
  }
  return more;
}

function priorsOf(printer: Printer): PrinterModel {
  let model = fresh.get(printer);
  if (!model) fresh.set(printer, (model = newModel(slotIdsOf(printer), printer.draws)));
  return model;
}

/** How a channel's counter errs, learnt from the intervals whose ends were read; the prior where none was. */
export const counterOf = (book: Book, printerId: string, slotId: string): Counter =>
  modelOf(book, printerId)?.counters.get(slotId) ?? COUNTER_PRIOR;
