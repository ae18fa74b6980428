import { areaDm2 } from '../area';
import { bodyOf, find, inkNow, modelOf, routineDraw, sparedSlots, type Book } from '../ledger';
import { jobExposure } from '../exposure';
import { atReserve, predictUse } from '../usage';
import type { Printer } from '../workbook';

export interface LineChange {
  readonly slotId: string;
  readonly name: string;
  readonly lineMl: number;
  /** ml to be drawn until a twentieth of the old ink is left, by the well-mixed line: the safe bound. */
  readonly needMl: number;
  /** Drawn by one sheet, and by one light cleaning, ml. */
  readonly perSheetMl: number;
  readonly perCleaningMl: number;
}

export interface TestPrint {
  readonly channels: readonly LineChange[];
  /** The channel that takes longest decides: sheets of this size and subject, or light cleanings, until all hold only the new ink. */
  readonly sheets: number;
  readonly cleanings: number;
  /** Ink that those cleanings would draw over all channels, ml. */
  readonly cleaningsMl: number;
  readonly slowest: string;
  /** Channels whose ink does not last for so many cleanings, or so many sheets, above the reserve. */
  readonly shortOf: { readonly cleanings: readonly string[]; readonly sheets: readonly string[] };
}

/** A well-mixed line holds exp(−x/V) of its old ink after x has gone through: a twentieth after three volumes. */
export const LINE_VOLUMES = 3;

/** Ink in one channel's line where nobody measured it, ml. */
export const lineMlOf = (printer: Pick<Printer, 'lineMl' | 'feed'>): number =>
  printer.lineMl ?? (printer.feed === 'stationary' ? 4 : 0.3);

/**
 * How much to print, or to clean, before a test print shows the new ink alone (model 14).
 *
 * @param sheet the pictures that one prints meanwhile; the black that their paper does not take is no part of the test print
 * @param at UTC instant
 * @returns undefined when there is no such printer
 */
export function testPrint(
  book: Book,
  printerId: string,
  sheet: {
    readonly subjectId: string;
    readonly widthMm: number;
    readonly heightMm: number;
    readonly paperId?: string | null;
  },
  at: string,
): TestPrint | undefined {
  const printer = find(book.context, 'printer', printerId);
  if (!printer) return undefined;
  const exposure = jobExposure(sheet.subjectId, areaDm2(sheet));
  const model = modelOf(book, printerId)!;
  const lineMl = lineMlOf(printer);
  const spared = sparedSlots(book.context, printerId, sheet.paperId);
  const slots = printer.slots.filter(({ id }) => !spared.includes(id));
  const channels = slots.map(({ id, name }): LineChange => ({
    slotId: id,
    name,
    lineMl,
    needMl: LINE_VOLUMES * lineMl,
    perSheetMl: Math.max(1e-6, predictUse(model, id, exposure).value),
    perCleaningMl: routineDraw(book, printerId, 'light', [id]).value,
  }));
  const slowest = channels.reduce((a, b) => (a.needMl / a.perSheetMl >= b.needMl / b.perSheetMl ? a : b));
  const cleanings = Math.ceil(
    Math.max(...channels.map((one) => one.needMl / Math.max(1e-6, one.perCleaningMl))),
  );
  const sheets = Math.ceil(slowest.needMl / slowest.perSheetMl);
  const seats = book.state.printers.get(printerId)?.slots;
  const short = (mlOf: (one: LineChange) => number): string[] =>
    channels.flatMap((one) => {
      const cartridgeId = seats?.get(one.slotId)?.cartridgeId;
      const ink = cartridgeId ? inkNow(book, cartridgeId, at) : null;
      if (!cartridgeId || !ink) return [];
      const { reserveMl } = bodyOf(book.context, cartridgeId)!.type;
      return atReserve({ value: ink.value - mlOf(one), u: ink.u }, reserveMl) ? [one.name] : [];
    });
  return {
    channels,
    sheets,
    cleanings,
    cleaningsMl: cleanings * routineDraw(book, printerId, 'light').value,
    slowest: slowest.name,
    shortOf: {
      cleanings: short((one) => cleanings * one.perCleaningMl),
      sheets: short((one) => sheets * one.perSheetMl),
    },
  };
}
