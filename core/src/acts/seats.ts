import { cartridgeOf, find, slotFor, type Book, type MassReading } from '../ledger';
import type { FactOf } from '../workbook';
import type { Act } from './act';
import { massOfCartridge } from './weighing';

type Into = FactOf<'installed'>['into'];

/** Cartridges into their slots through one open door: the printer primes once. */
export const putIn = (printerId: string, into: Into): Act => ({
  facts: [{ kind: 'installed', printerId, into: [...into] }],
  done: { code: 'putIn', printerId, cartridgeIds: into.map(({ cartridgeId }) => cartridgeId) },
});

/**
 * Several cartridges of a printer, each into the slot that it belongs to; two of one shade never into the same.
 *
 * @param cartridgeIds those that belong nowhere in this printer stay out
 */
export function putSetIn(book: Book, printerId: string, cartridgeIds: readonly string[]): Act {
  const taken = new Set<string>();
  const into = cartridgeIds.flatMap((cartridgeId) => {
    const cartridge = find(book.context, 'cartridge', cartridgeId);
    const home = cartridge && slotFor(book.context, cartridge);
    if (home?.printer.id !== printerId || taken.has(home.slot.id)) return [];
    taken.add(home.slot.id);
    return [{ slotId: home.slot.id, cartridgeId }];
  });
  return putIn(printerId, into);
}

/** After a weigh-in: those that were taken out are back, and the printer primed itself. */
export const putBack = (printerId: string, into: Into): Act => ({
  facts: [{ kind: 'installed', printerId, into: [...into] }],
  done: { code: 'putBack', count: into.length },
});

/** Out of its printer, onto the shelf; out of none, it stays where it is. */
export function takeOut(book: Book, cartridgeId: string): Act {
  const seat = cartridgeOf(book, cartridgeId)?.seat;
  return {
    facts: seat ? [{ kind: 'removed', printerId: seat.printerId, cartridgeIds: [cartridgeId] }] : [],
    done: { code: 'takenOut', cartridgeId },
  };
}

/** One cartridge for another in its slot. */
export interface Swap {
  readonly slotId: string;
  readonly outId: string | null;
  readonly inId: string;
}

/**
 * A set for the one that is in, with what was weighed on the way: weights first, for they belong to where each came from.
 *
 * @param masses by cartridge; those that were not weighed are absent
 */
export const rotate = (
  printerId: string,
  swaps: readonly Swap[],
  masses: ReadonlyMap<string, MassReading>,
): Act => ({
  facts: [
    ...swaps
      .flatMap(({ outId, inId }) => [outId, inId])
      .flatMap((id) => {
        const reading = id === null ? undefined : masses.get(id);
        return id !== null && reading ? [massOfCartridge(id, reading)] : [];
      }),
    { kind: 'installed', printerId, into: swaps.map(({ slotId, inId }) => ({ slotId, cartridgeId: inId })) },
  ],
  done: { code: 'rotated', printerId, count: swaps.length },
});
