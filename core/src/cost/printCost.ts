import { NO_EXPOSURE } from '../exposure';
import { find, modelOf, settingsOf, sparedSlots, type Book } from '../ledger';
import type { Uncertain } from '../quantity';
import { SHARED_SCATTER, coefficientPerDm2, queueUse, uTogether } from '../usage';
import { blackOf } from '../workbook';
import { addUp, type PrinterCost } from './printerCost';

/** What one print costs, in minor units: the average with its doubt, and how far single prints lie about it. */
export interface PrintCost {
  readonly subjectId: string;
  readonly dm2: number;
  /** Ink that reaches paper for one, all channels. */
  readonly ml: Uncertain;
  /** With its share of waste, chips, consumables and kit; null: a price is unknown. */
  readonly refill: Uncertain | null;
  readonly original: Uncertain | null;
  /** Standard deviation of one print about the average, the average's doubt included. */
  readonly single: number | null;
}

/**
 * The one place where a print's cost is computed. A subject that was printed in the period costs what the account says it took
 * per dm² (so that subjects add up to the whole); another what the learnt use foretells. What never reached paper is shared by area, or alike by each print where the
 * settings say so.
 *
 * @param cost of the printer, from `printerCost`
 * @param dm2 area of one print, dm²
 * @param picture what it asks for by itself, where it was measured, ml/dm² by slot: then it is this one picture's cost; and its
 *   paper, which may take one of two blacks: without it, so much of each as this kind took on all papers
 */
export function printCost(
  book: Book,
  cost: PrinterCost,
  subjectId: string,
  dm2: number,
  picture: {
    readonly demand?: ReadonlyMap<string, number> | undefined;
    readonly paperId?: string | null | undefined;
  } = {},
): PrintCost {
  const { demand } = picture;
  const model = modelOf(book, cost.printerId)!;
  const spares = sparedSlots(book.context, cost.printerId, picture.paperId);
  const blacks = spares.length === 0 ? [] : blackSlots(book, cost.printerId);
  let ml = 0;
  const mlUs: number[] = [];
  const refillUs: number[] = [];
  let shared = 0;
  let scatterOwn = 0;
  let scatterShared = 0;
  const refills: (number | null)[] = [];
  const originals: (number | null)[] = [];
  const originalUs: number[] = [];
  cost.channels.forEach((channel) => {
    if (spares.includes(channel.slotId)) {
      refills.push(0);
      originals.push(channel.originalMinorPerMl === null ? null : 0);
      return;
    }
    const measured =
      demand && queueUse(model, channel.slotId, [{ subjectId, dm2: 1, demand }], NO_EXPOSURE).use;
    const coefficient = measured ?? coefficientPerDm2(model, channel.slotId, subjectId);
    const entries = channel.entries.filter(
      (entry) => entry.cause === 'printed' && entry.subjectId === subjectId,
    );
    const took = entries.reduce((sum, entry) => sum + entry.ml, 0);
    const printed = channel.printed.find((area) => area.subjectId === subjectId);
    const onAllPapers = !measured && !blacks.includes(channel.slotId);
    const perDm2 = onAllPapers && printed && took > 0 ? took / printed.dm2 : coefficient.value;
    const minor = addUp(entries.map((entry) => entry.minor));
    const price = took > 0 && minor !== null ? minor / took : channel.refillMinorPerMl;
    const relative = coefficient.value > 0 ? coefficient.u / coefficient.value : 0;
    const each = perDm2 * dm2;
    ml += each;
    mlUs.push(each * relative);
    refills.push(price === null ? null : each * price);
    originals.push(channel.originalMinorPerMl === null ? null : each * channel.originalMinorPerMl);
    refillUs.push(each * relative * (price ?? 0));
    originalUs.push(each * relative * (channel.originalMinorPerMl ?? 0));
    const density = channel.drawnMl.value > 0 ? channel.sharedU / channel.drawnMl.value : 0;
    shared += each * density * (price ?? 0);
    // A picture that was measured has its own doubt already.
    const spread = measured ? 0 : each * model.scatter * (price ?? 0);
    scatterOwn += (1 - SHARED_SCATTER) * spread ** 2;
    scatterShared += Math.sqrt(SHARED_SCATTER) * spread;
  });
  const onPaper = addUp(cost.channels.map((channel) => channel.printedMinor));
  const byPrint = settingsOf(book.context).wasteBy === 'print';
  const whole = byPrint ? cost.copies : cost.areaDm2;
  const share = whole > 0 ? (byPrint ? 1 : dm2) / whole : 0;
  const known = (minor: number | null): number | null => (cost.inkKnown ? minor : null);
  const refill = withOverhead(addUp(refills), known(cost.refill.minor), onPaper, share);
  const originalOnPaper = addUp(
    cost.channels.map((channel) =>
      channel.originalMinorPerMl === null ? null : channel.printedMl * channel.originalMinorPerMl,
    ),
  );
  const original = withOverhead(addUp(originals), known(cost.original.minor), originalOnPaper, share);
  const average = Math.hypot(uTogether(refillUs), shared);
  return {
    subjectId,
    dm2,
    ml: { value: ml, u: uTogether(mlUs) },
    refill: refill === null ? null : { value: refill, u: average },
    original:
      original === null
        ? null
        : { value: original, u: Math.hypot(uTogether(originalUs), original * cost.originalU) },
    single: refill === null ? null : Math.hypot(average, Math.sqrt(scatterOwn), scatterShared),
  };
}

/** The channels of either black. */
const blackSlots = (book: Book, printerId: string): readonly string[] =>
  (find(book.context, 'printer', printerId)?.slots ?? [])
    .filter(({ shades }) => blackOf(shades) !== null)
    .map(({ id }) => id);

/** Ink on paper and its share of all that never reached it: by area, or alike for each print. */
function withOverhead(
  inkMinor: number | null,
  totalMinor: number | null,
  paperMinor: number | null,
  share: number,
): number | null {
  if (inkMinor === null || totalMinor === null || paperMinor === null) return null;
  return inkMinor + share * (totalMinor - paperMinor);
}

/**
 * The mean print of the period: what all of it cost by the number of prints.
 *
 * @returns null when nothing was printed, or its ink or a price is unknown
 */
export function meanPrint(cost: PrinterCost, side: 'refill' | 'original'): Uncertain | null {
  const minor = cost[side].minor;
  return minor === null || cost.copies === 0 || !cost.inkKnown
    ? null
    : {
        value: minor / cost.copies,
        u: (minor * (side === 'refill' ? cost.refillU : cost.originalU)) / cost.copies,
      };
}

/** What one dm² of the period cost, minor units; null when nothing was printed, or its ink or a price is unknown. */
export function perDm2(cost: PrinterCost, side: 'refill' | 'original'): Uncertain | null {
  const minor = cost[side].minor;
  return minor === null || !(cost.areaDm2 > 0) || !cost.inkKnown
    ? null
    : {
        value: minor / cost.areaDm2,
        u: (minor * (side === 'refill' ? cost.refillU : cost.originalU)) / cost.areaDm2,
      };
}
