import {
  all,
  bodyOf,
  bottleRemaining,
  densityInside,
  densityOfInk,
  find,
  inkNow,
  inkOfBottle,
  slotFor,
  type Ledger,
} from '../ledger';
import { lotName } from '../report';
import type { CartridgeRun } from './run';
import type { RunEnv } from './steps';

/**
 * Reads from the ledger what a run needs to lay out its steps.
 *
 * @returns undefined when the cartridge or its type is not in the workbook
 */
export function runEnv(
  ledger: Ledger,
  run: Pick<CartridgeRun, 'cartridgeId' | 'bottleIds' | 'scaleId' | 'syringeId'>,
  at: string,
): RunEnv | undefined {
  const { context, state } = ledger;
  const body = bodyOf(context, run.cartridgeId);
  if (!body) return undefined;
  const cartridgeState = state.cartridges[run.cartridgeId];
  const home = slotFor(context, body.cartridge);
  const { location } = cartridgeState ?? {};
  const printer = location ? find(context, 'printer', location.printerId) : home?.printer;
  return {
    body,
    printer: printer ?? null,
    slot: (location ? printer?.slots.find((slot) => slot.id === location.slotId) : home?.slot) ?? null,
    installed: Boolean(location),
    inkNow: inkNow(context, state, run.cartridgeId, at),
    densityInside: densityInside(context, cartridgeState, body),
    bottleDensity: run.bottleIds.map((id) => densityOfInk(context, inkOfBottle(context, id))),
    bottleMl: run.bottleIds.flatMap((id) => bottleRemaining(context, state, id)?.now ?? []),
    bottleNames: run.bottleIds.map((id) => lotName(ledger, id)),
    scale: find(context, 'scale', run.scaleId ?? undefined) ?? null,
    syringe: find(context, 'syringe', run.syringeId ?? undefined) ?? null,
    tools: all(context, 'tool'),
  };
}
