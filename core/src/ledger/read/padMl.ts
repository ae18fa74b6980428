import { exposureDuring } from '../../exposure';
import { priorOfTerm } from '../../usage';
import { find } from '../define/context';
import { timelineIn } from '../define/timelineIn';
import type { Book } from '../Ledger';

/**
 * Ink that went into a printer's waste pad since it was last renewed: what cleanings, changes and switches drew from all channels, by
 * the printer's own figures.
 *
 * @returns ml; 0 when there is no such printer
 */
export function padMl(book: Book, printerId: string): number {
  const printer = find(book.context, 'printer', printerId);
  const state = book.state.printers.get(printerId);
  if (!printer || !state) return 0;
  const { draws } = printer;
  const timeline = timelineIn(book.context, book.state, printerId)!;
  // What it did by itself is known up to the last drawing; what stands since is its own day's.
  const first = timeline.items[state.padPosition]?.at ?? '';
  const last = timeline.items[timeline.length - 1]?.at ?? first;
  return printer.slots.reduce((sum, slot) => {
    const { light, deep, group, recharge, change, switched } = exposureDuring(timeline, {
      slotId: slot.id,
      fromPosition: state.padPosition,
      toPosition: state.timeline.length,
      from: first,
      to: last,
    });
    return (
      sum +
      light * draws.light.value +
      deep * draws.deep.value +
      group * draws.group.value +
      recharge * draws.recharge.value +
      change * draws.change.value +
      switched * priorOfTerm('switched', draws).value
    );
  }, state.padBeforeMl);
}
