import { areaDm2 } from '../area';
import { demandBySlot } from '../image';
import { factsOf, modelOf, sparedSlots, type Book } from '../ledger';
import { NO_EXPOSURE } from '../exposure';
import { queueUse, uTogether } from '../usage';
import type { Fact, FactOf } from '../workbook';
import { printCost } from './printCost';
import { printerCost } from './printerCost';
import type { Uncertain } from '../quantity';

/** What an edition really took, beside what it was promised at. */
export interface QuoteOutcome {
  /** Logged under its name since. */
  readonly sheets: number;
  readonly ml: Uncertain;
  /** Ink and its share of all else, as it is known now; null: a price is unknown. */
  readonly inkMinor: number | null;
}

/**
 * What the prints logged under a quote's name have taken, by all that weigh-ins taught since.
 *
 * @param book with its facts
 * @param quote as it was said
 * @param at UTC instant
 * @returns null while none is logged
 */
export function quoteOutcome(
  book: Book & { readonly facts: readonly Fact[] },
  quote: FactOf<'editionPriced'>,
  at: string,
): QuoteOutcome | null {
  const model = modelOf(book, quote.printerId);
  const cost = printerCost(book, quote.printerId, at);
  if (!model || !cost) return null;
  const prints = factsOf(book, 'printed').filter(
    (fact) => fact.printerId === quote.printerId && fact.edition === quote.name && fact.at >= quote.at,
  );
  if (prints.length === 0) return null;
  let inkMinor: number | null = 0;
  let ml = 0;
  let u = 0;
  for (const print of prints) {
    const demand = print.demand && demandBySlot(print.demand);
    const dm2 = areaDm2(print);
    const { paperId } = print;
    const one = printCost(book, cost, print.subjectId, dm2, { demand, paperId });
    const spares = sparedSlots(book.context, quote.printerId, paperId);
    inkMinor = inkMinor === null || one.refill === null ? null : inkMinor + print.copies * one.refill.value;
    const us: number[] = [];
    for (const { slotId } of cost.channels) {
      const job = { subjectId: print.subjectId, dm2: print.copies * dm2, demand, spares };
      const { use } = queueUse(model, slotId, [job], NO_EXPOSURE);
      ml += use.value;
      us.push(use.u);
    }
    // Jobs of one edition are one picture: what is wrong with one is wrong with all.
    u += uTogether(us);
  }
  return { sheets: prints.reduce((sum, { copies }) => sum + copies, 0), ml: { value: ml, u }, inkMinor };
}
