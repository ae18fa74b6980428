import { placeOf, type Book } from '../ledger';
import type { BenchRun, CartridgeRun } from './run';
import { isWritten } from './runFacts';

/** One that stands in its slot, behind a door that is still open. */
export interface AtDoor {
  readonly run: CartridgeRun;
  readonly printerId: string;
  readonly slotId: string;
  readonly cartridgeId: string;
}

/**
 * Those of a queue that are back in a printer which stays open for the others: by the log they are still out. Read from the
 * runs themselves, so that a step back takes one off.
 */
export const atOpenDoor = (book: Book, { queue }: Pick<BenchRun, 'queue'>): AtDoor[] =>
  queue.flatMap((run): AtDoor[] => {
    if (run.oneDoor !== true || !run.done.includes('install') || isWritten(run, 'install')) return [];
    const seat = run.wasIn ?? placeOf(book, run.cartridgeId);
    return seat
      ? [{ run, printerId: seat.printerId, slotId: seat.slotId, cartridgeId: run.cartridgeId }]
      : [];
  });
