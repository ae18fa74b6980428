import { areaDm2 } from '../area';
import { find, modelOf, settingsOf, sparedSlots, type Book } from '../ledger';
import { ONE_SIDED } from '../numeric';
import type { Uncertain } from '../quantity';
import { NO_EXPOSURE } from '../exposure';
import { queueUse } from '../usage';
import { printerCost } from './printerCost';
import { printCost } from './printCost';
import { taxOf, type Tax } from './taxOf';

export interface EditionInput {
  readonly printerId: string;
  readonly subjectId: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly copies: number;
  /** Test prints before, and prints that go wrong; of the same picture and size. */
  readonly proofs: number;
  readonly spoils: number;
  /** Paper for one, minor units; null: left out. */
  readonly paperMinor: number | null;
  /** What the picture itself asks for, where it was measured, ml/dm² by slot. */
  readonly demand?: ReadonlyMap<string, number> | undefined;
  /** It may take one of two blacks; absent: both are reckoned with. */
  readonly paperId?: string | null | undefined;
  /** Put on top of the ink and paper, as a share (0.1 for a tenth). */
  readonly allowance: number;
}

export interface EditionQuote {
  readonly input: EditionInput;
  readonly at: string;
  /** Sheets that are printed in all. */
  readonly sheets: number;
  readonly channels: readonly {
    readonly slotId: string;
    readonly name: string;
    readonly ml: Uncertain;
    /** To have at hand: at 95 % no more than this is drawn, ml. */
    readonly haveMl: number;
  }[];
  /** Ink and its share of waste, chips and kit; minor units with the doubt of this one picture. null: a price is unknown. */
  readonly inkMinor: Uncertain | null;
  readonly paperMinor: number | null;
  /** All of it with the allowance. */
  readonly totalMinor: Uncertain | null;
  readonly perCopyMinor: Uncertain | null;
  /** In the total or on top of it, as the workbook's prices stand; null: not said. */
  readonly tax: Tax | null;
  readonly originalMinor: Uncertain | null;
}

/**
 * What an edition will take and cost: copies of one picture, so its doubt grows with their number.
 *
 * @param at UTC instant: the prices and the learnt use of that day
 * @returns undefined when there is no such printer
 */
export function quoteEdition(book: Book, input: EditionInput, at: string): EditionQuote | undefined {
  const printer = find(book.context, 'printer', input.printerId);
  const model = modelOf(book, input.printerId);
  const cost = printerCost(book, input.printerId, at);
  if (!printer || !model || !cost) return undefined;
  const sheets = input.copies + input.proofs + input.spoils;
  const dm2 = areaDm2(input);
  const job = {
    subjectId: input.subjectId,
    dm2: sheets * dm2,
    demand: input.demand,
    spares: sparedSlots(book.context, input.printerId, input.paperId),
  };
  const one = printCost(book, cost, input.subjectId, dm2, input);
  const ink: Uncertain | null =
    one.refill && one.single !== null ? { value: sheets * one.refill.value, u: sheets * one.single } : null;
  const paper = input.paperMinor === null ? null : input.paperMinor * sheets;
  const total: Uncertain | null = ink && {
    value: (ink.value + (paper ?? 0)) * (1 + input.allowance),
    u: ink.u * (1 + input.allowance),
  };
  return {
    input,
    at,
    sheets,
    channels: printer.slots.map((slot) => {
      const ml = queueUse(model, slot.id, [job], NO_EXPOSURE).use;
      return { slotId: slot.id, name: slot.name, ml, haveMl: ml.value + ONE_SIDED * ml.u };
    }),
    inkMinor: ink,
    paperMinor: paper,
    totalMinor: total,
    perCopyMinor:
      total && input.copies > 0 ? { value: total.value / input.copies, u: total.u / input.copies } : null,
    tax: total && taxOf(settingsOf(book.context), total.value),
    originalMinor: one.original && {
      value: sheets * one.original.value,
      u:
        sheets * Math.hypot(one.original.u, (one.single ?? 0) * ratio(one.original.value, one.refill?.value)),
    },
  };
}

const ratio = (a: number, b: number | undefined): number => (b !== undefined && b > 0 ? a / b : 0);
