import { ALWAYS } from '../account';
import { all, find, intervalsOf, modelOf, type Book } from '../ledger';
import type { Uncertain } from '../quantity';
import { printedIn } from '../cost';
import { coefficientPerDm2 } from '../usage';

/** Two kinds of picture, and how many times as much of a channel the one takes. */
export interface KindRatio {
  readonly slotId: string;
  readonly slotName: string;
  readonly more: string;
  readonly less: string;
  readonly ratio: Uncertain;
}

export interface Learnt {
  readonly weighIns: number;
  readonly copies: number;
  /** Where kinds differ most for certain, the plainest first. */
  readonly ratios: readonly KindRatio[];
}

const MOST_RATIOS = 3;
/** The lower end of a ratio that is worth a sentence. */
const PLAIN = 1.3;

/**
 * What a printer's weigh-ins taught: from how many, and where kinds of pictures differ plainly.
 *
 * @param at UTC instant
 * @returns null when there is no such printer, or nothing was weighed twice yet
 */
export function whatWasLearnt(book: Book, printerId: string, at: string): Learnt | null {
  const printer = find(book.context, 'printer', printerId);
  const model = modelOf(book, printerId);
  const state = book.state.printers.get(printerId);
  if (!printer || !model || !state) return null;
  const days = new Set(intervalsOf(book, printerId).map((interval) => interval.to.slice(0, 10)));
  if (days.size === 0) return null;
  const printed = new Set(printedIn(book, printerId, ALWAYS, at).map(({ subjectId }) => subjectId));
  const kinds = all(book.context, 'subject').filter(({ id }) => printed.has(id));
  const ratios = printer.slots.flatMap((slot): (KindRatio & { readonly least: number })[] => {
    const uses = kinds.map(({ id, name }) => ({ name, use: coefficientPerDm2(model, slot.id, id) }));
    return uses.flatMap((a) =>
      uses.flatMap((b) => {
        if (a === b || !(b.use.value > 0)) return [];
        const value = a.use.value / b.use.value;
        const u = value * Math.hypot(a.use.u / Math.max(1e-9, a.use.value), b.use.u / b.use.value);
        return value - 2 * u > PLAIN
          ? [
              {
                slotId: slot.id,
                slotName: slot.name,
                more: a.name,
                less: b.name,
                ratio: { value, u },
                least: value - 2 * u,
              },
            ]
          : [];
      }),
    );
  });
  const best = new Map<string, (typeof ratios)[number]>();
  for (const ratio of ratios)
    if (ratio.least > (best.get(ratio.slotId)?.least ?? 0)) best.set(ratio.slotId, ratio);
  return {
    weighIns: days.size,
    copies: state.copies,
    ratios: [...best.values()]
      .sort((a, b) => b.least - a.least)
      .slice(0, MOST_RATIOS)
      .map(({ least: _, ...ratio }) => ratio),
  };
}
