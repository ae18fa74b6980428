import { bodyOf, cartridgeOf, inkNow, toolsInUse, type Book } from '../ledger';
import { calibrated } from './calibrated';
import { CONSTRUCTION_DATA } from './methods';
import type { CartridgeRun } from './run';

/** What a person chooses before a run. */
export type RunChoice = Pick<
  CartridgeRun,
  | 'cartridgeId'
  | 'method'
  | 'occasion'
  | 'bottleIds'
  | 'scaleId'
  | 'syringeId'
  | 'squeezeMl'
  | 'byScale'
  | 'oneDoor'
> & { readonly dosesMl?: CartridgeRun['dosesMl']; readonly confirmed?: readonly string[] };

/** Parts that take a dose of their own: the chambers, or head and tank. */
export const dosedParts = (type: { construction: string; chambers: number }): number =>
  type.construction === 'twoPart' ? 2 : type.chambers;

/**
 * A run as it stands before its first step. A method that its construction does not know gives way to the type's own; a
 * squeeze that was not told is the calibrated one.
 *
 * @param book the cartridge's ink and ports as the log has them
 * @param id of the run
 * @param at UTC instant
 * @throws RangeError when the cartridge or its type is not in the workbook
 */
export function beginRun(book: Book, choice: RunChoice, id: string, at: string): CartridgeRun {
  const { context } = book;
  const body = bodyOf(context, choice.cartridgeId);
  if (!body) throw new RangeError('This cartridge is not in the workbook.');
  const { type } = body;
  const method = CONSTRUCTION_DATA[type.construction].methods.includes(choice.method)
    ? choice.method
    : type.method;
  const squeeze = calibrated(toolsInUse(book, 'tool'), method);
  return {
    ...choice,
    id,
    method,
    squeezeMl: choice.squeezeMl ?? squeeze?.value ?? null,
    dosesMl: Array.from({ length: dosedParts(type) }, (_, part) => choice.dosesMl?.[part] ?? null),
    startedAt: at,
    inkBefore: inkNow(book, choice.cartridgeId, at),
    wasIn: seatOf(book, choice.cartridgeId),
    outSince: null,
    answers: {},
    done: [],
    skipped: [],
    foam: false,
    spiltMl: 0,
    ports: cartridgeOf(book, choice.cartridgeId)?.ports ?? {},
    written: [],
    state: 'doing',
  };
}

function seatOf(book: Book, cartridgeId: string): CartridgeRun['wasIn'] {
  const seat = cartridgeOf(book, cartridgeId)?.seat;
  return seat ? { printerId: seat.printerId, slotId: seat.slotId } : null;
}
