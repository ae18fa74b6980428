import {
  all,
  bodyOf,
  bottleName,
  bottleRemaining,
  cartridgeOf,
  densityInside,
  densityOfInk,
  find,
  inkNow,
  inkOfBottle,
  placeOf,
  type Body,
  type Book,
} from '../ledger';
import type { Uncertain } from '../quantity';
import type { Printer, Scale, Slot, Syringe, Tool } from '../workbook';
import type { CartridgeRun } from './run';

/** What the bench needs to know to lay out a run; read from the ledger, never stored in the run. */
export interface RunEnv {
  readonly body: Body;
  readonly printer: Printer | null;
  /** Where it stands, stood last, or belongs in that printer. */
  readonly slot: Slot | null;
  readonly installed: boolean;
  /** Ink by the ledger before anything was weighed. */
  readonly inkNow: Uncertain | null;
  /** Density of what is inside (for reading masses), and of each bottle (for what is added). */
  readonly densityInside: Uncertain;
  readonly bottleDensity: readonly Uncertain[];
  readonly bottleMl: readonly Uncertain[];
  readonly bottleNames: readonly string[];
  readonly bottleLots: readonly string[];
  readonly scale: Scale | null;
  readonly syringe: Syringe | null;
  readonly tools: readonly Tool[];
}

/**
 * Reads from the ledger what a run needs to lay out its steps.
 *
 * @returns undefined when the cartridge or its type is not in the workbook
 */
export function runEnv(
  book: Book,
  run: Pick<CartridgeRun, 'cartridgeId' | 'bottleIds' | 'scaleId' | 'syringeId'>,
  at: string,
): RunEnv | undefined {
  const { context } = book;
  const body = bodyOf(context, run.cartridgeId);
  if (!body) return undefined;
  const cartridgeState = cartridgeOf(book, run.cartridgeId);
  const place = placeOf(book, run.cartridgeId);
  const printer = find(context, 'printer', place?.printerId);
  return {
    body,
    printer: printer ?? null,
    slot: printer?.slots.find((slot) => slot.id === place?.slotId) ?? null,
    installed: Boolean(cartridgeState?.seat),
    inkNow: inkNow(book, run.cartridgeId, at),
    densityInside: densityInside(book, body, at),
    bottleDensity: run.bottleIds.map((id) => densityOfInk(context, inkOfBottle(context, id))),
    bottleMl: run.bottleIds.flatMap((id) => bottleRemaining(book, id)?.now ?? []),
    bottleLots: run.bottleIds.map((id) => find(context, 'bottle', id)?.lot ?? ''),
    bottleNames: run.bottleIds.map((id) => bottleName(context, id) ?? id),
    scale: find(context, 'scale', run.scaleId ?? undefined) ?? null,
    syringe: find(context, 'syringe', run.syringeId ?? undefined) ?? null,
    tools: all(context, 'tool'),
  };
}
