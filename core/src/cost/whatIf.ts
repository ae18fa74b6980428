import { find, modelOf, type Book } from '../ledger';
import { drawOf } from '../usage';
import { addUp, isOwn, type PrinterCost } from './printerCost';
import { singleChanges } from './singleChanges';

/** One thing that could be otherwise, as a factor or a number; 1 (or the present number) changes nothing. */
export interface Scenario {
  /** Price of the ink per ml, against what it was. */
  readonly inkPrice: number;
  /** Price of an original cartridge, against what it is. */
  readonly originalPrice: number;
  /** How much is printed, against the period. */
  readonly printed: number;
  /** Ink drawn by cleanings, changes and idle days, against the period. */
  readonly waste: number;
  /** Ink lost by hand, against the period. */
  readonly lost: number;
  /** Kit, chips and consumables, against the period. */
  readonly equipment: number;
}

export const AS_IT_WAS: Scenario = {
  inkPrice: 1,
  originalPrice: 1,
  printed: 1,
  waste: 1,
  lost: 1,
  equipment: 1,
};

export interface ScenarioCost {
  readonly refillMinor: number;
  readonly originalMinor: number;
  readonly savedMinor: number;
  /** A mean print. */
  readonly perPrintMinor: number | null;
}

/**
 * What the period would have cost had some things been otherwise; null where a price is unknown.
 *
 * @param cost of the period, from `printerCost`
 */
export function whatIf(book: Book, cost: PrinterCost, scenario: Scenario): ScenarioCost | null {
  const model = modelOf(book, cost.printerId);
  const bought = (own: boolean): number | null =>
    addUp(
      cost.refill.parts.flatMap((part) =>
        part.code === 'purchase' && isOwn(part) === own ? [part.minor] : [],
      ),
    );
  const [equipment, both] = [bought(true), bought(false)];
  const printedMinor = addUp(cost.channels.map((channel) => channel.printedMinor));
  const drawnMinor = addUp(cost.channels.map((channel) => channel.drawnMinor));
  const lostMinor = addUp(cost.channels.map((channel) => channel.lostMinor));
  if (
    !model ||
    equipment === null ||
    both === null ||
    printedMinor === null ||
    drawnMinor === null ||
    lostMinor === null
  )
    return null;
  if (cost.original.minor === null) return null;
  const refillMinor =
    scenario.inkPrice *
      (printedMinor * scenario.printed +
        (drawnMinor - printedMinor) * scenario.waste +
        lostMinor * scenario.lost) +
    equipment * scenario.equipment +
    both;
  const emptyMinor = (find(book.context, 'printer', cost.printerId)?.slots ?? []).map(
    (slot) => slot.original?.emptyMinor ?? 0,
  );
  const uses = cost.channels.map((channel, i) => ({
    useMl: Math.max(
      0,
      channel.printedMl * scenario.printed +
        (channel.wasteMl -
          channel.entries.reduce((sum, entry) => sum + (entry.cause === 'change' ? entry.ml : 0), 0)) *
          scenario.waste,
    ),
    usableMl: cost.usableMl[i] ?? 1,
    primeMl: drawOf(model, channel.slotId, 'change').value,
    // What an emptied one brings comes off its price.
    price: (channel.originalMinorPerMl ?? 0) - (emptyMinor[i] ?? 0) / (cost.usableMl[i] ?? 1),
  }));
  const closed = singleChanges(uses);
  if (!closed) return null;
  const originalMinor =
    scenario.originalPrice *
      uses.reduce((sum, use) => sum + (use.useMl + closed.changes * use.primeMl) * use.price, 0) +
    both;
  const copies = cost.copies * scenario.printed;
  return {
    refillMinor,
    originalMinor,
    savedMinor: originalMinor - refillMinor,
    perPrintMinor: copies > 0 ? refillMinor / copies : null,
  };
}

export interface Lever {
  readonly of: keyof Scenario;
  /** Saved when it is a fifth lower and a fifth higher, minor units. */
  readonly lowMinor: number;
  readonly highMinor: number;
}
/** How far each thing is moved to see what the answer depends on. */
export const LEVER = 0.2;

/** What the saving depends on most, largest first: each thing moved by a fifth both ways. */
export function leversOf(book: Book, cost: PrinterCost): Lever[] {
  const saved = (of: keyof Scenario, factor: number): number | null =>
    whatIf(book, cost, { ...AS_IT_WAS, [of]: factor })?.savedMinor ?? null;
  return (Object.keys(AS_IT_WAS) as (keyof Scenario)[])
    .flatMap((of) => {
      const low = saved(of, 1 - LEVER);
      const high = saved(of, 1 + LEVER);
      return low === null || high === null ? [] : [{ of, lowMinor: low, highMinor: high }];
    })
    .sort((a, b) => Math.abs(b.highMinor - b.lowMinor) - Math.abs(a.highMinor - a.lowMinor));
}
