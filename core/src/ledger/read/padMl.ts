import { exposureDuring } from '../../exposure';
import { find } from '../define/context';
import { timelineIn } from '../define/timelineIn';
import type { Book } from '../Ledger';
import { routineDraw } from './routineDraw';

type Routine = Parameters<typeof routineDraw>[2];

/**
 * Ink that went into a printer's waste pad since it was last renewed: what cleanings, changes and switches drew from all channels.
 *
 * @returns ml; 0 when there is no such printer
 */
export function padMl(book: Book, printerId: string): number {
  const printer = find(book.context, 'printer', printerId);
  const state = book.state.printers.get(printerId);
  if (!printer || !state) return 0;
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
    const drawn = Object.entries({ light, deep, group, recharge, change, switched }) as [Routine, number][];
    return drawn.reduce(
      (ml, [what, times]) =>
        times > 0 ? ml + times * routineDraw(book, printerId, what, [slot.id]).value : ml,
      sum,
    );
  }, state.padBeforeMl);
}
