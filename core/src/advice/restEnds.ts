import type { CartridgeState } from '../ledger';
import type { CartridgeType } from '../workbook';

/**
 * When a cartridge has rested after its last fill, to come or past: the mass from then on is its honest full mass.
 *
 * @returns UTC; null where nobody waits for that: it was never filled, its kind needs no rest, or it stands in a slot
 */
export function restEnds(state: CartridgeState, type: CartridgeType): string | null {
  return state.lastFillAt && type.restMinutes > 0 && !state.seat
    ? new Date(Date.parse(state.lastFillAt) + type.restMinutes * 60_000).toISOString()
    : null;
}
