import { append } from '../../exposure';
import { blackOf, type Black, type FactOf } from '../../workbook';
import { find } from '../define/context';
import type { Fold } from './Fold';
import type { PrinterState } from './state';

/** Two blacks on one line: a print whose paper takes the other one draws it in first. */
export function purgeFor(fold: Fold, printer: PrinterState, fact: FactOf<'printed'>): void {
  const entity = find(fold.context, 'printer', fact.printerId);
  if (!entity?.blacksShareLine) return;
  const black = find(fold.context, 'paper', fact.paperId)?.black;
  if (!black || black === 'both' || black === printer.blackInLine) return;
  const slot = entity.slots.find(({ shades }) => blackOf(shades) === black);
  if (!slot) return;
  // The first that is known tells what stands there, not that it took over.
  if (printer.blackInLine === null) printer.blackInLine = black;
  else takeOver(printer, black, slot.id, fact.at);
}

/**
 * A switch that somebody noted; one that a print told already is not counted twice. Where the shade stands in a slot of its own,
 * that one purges the line that they share; with lines of their own nothing was purged.
 */
export function switchShade(fold: Fold, printer: PrinterState, fact: FactOf<'shadeSwitched'>): void {
  const entity = find(fold.context, 'printer', fact.printerId);
  const black = blackOf([fact.shade]);
  if (entity?.blacksShareLine && black !== null && black === printer.blackInLine) return;
  const own = entity?.slots.find(({ shades }) => shades.includes(fact.shade));
  if (own && own.id !== fact.slotId && !entity?.blacksShareLine) return;
  takeOver(printer, black, own?.id ?? fact.slotId, fact.at);
}

function takeOver(printer: PrinterState, black: Black | null, slotId: string, at: string): void {
  printer.timeline = append(printer.timeline, { type: 'switch', at, slotId });
  printer.firstAt ??= at;
  printer.blackInLine = black;
}
