import { append } from '../../../exposure';
import type { Fact } from '../../../workbook';
import type { BottleState, CartridgeState } from '../state';

/** Out of a bottle, into whatever it was. */
export function pourOut(bottle: BottleState, ml: number, u: number): void {
  bottle.outMl += ml;
  bottle.outVar += u * u;
}

/** Out of a bottle, and into nothing. */
export function lose(
  bottle: BottleState,
  fact: Fact,
  ml: number,
  u: number,
  cause: 'binned' | 'spilt',
  cartridgeId: string | null,
  state: CartridgeState | null,
): void {
  pourOut(bottle, ml, u);
  if (cause === 'spilt') bottle.spiltMl += ml;
  bottle.lost = append(bottle.lost, {
    at: fact.at,
    factId: fact.id,
    ml,
    variance: u * u,
    cause,
    cartridgeId,
    seat: state ? (state.seat ?? state.lastSeat) : null,
  });
}
