import type { Uncertain } from '../../quantity';
import type { Body } from './context';

/** One body of a two-part cartridge, with masses of its own. */
export interface PartBody {
  readonly emptyG: Uncertain;
  readonly fullG: number;
  readonly maxG: number;
  readonly capacityMl: number;
}

/**
 * Head and tank of a two-part cartridge, each with its own masses; together they are the cartridge's.
 *
 * @returns null where its type does not say what its head weighs, or the cartridge's own masses leave no sound tank: then both are
 *   only weighed together
 */
export function partsOf(body: Body): { readonly head: PartBody; readonly tank: PartBody } | null {
  const { type, cartridge } = body;
  const head = type.construction === 'twoPart' ? type.headPart : null;
  if (!head) return null;
  const emptyG = cartridge.headEmptyG ?? head.emptyG;
  const tank: PartBody = {
    emptyG: { value: body.emptyG.value - emptyG.value, u: Math.hypot(body.emptyG.u, emptyG.u) },
    fullG: type.fullG - head.fullG,
    // What the whole bears at most bounds the tank: the head's own surplus is not the tank's.
    maxG: Math.max(type.fullG, body.maxG) - head.fullG,
    capacityMl: type.capacityMl - head.capacityMl,
  };
  // This cartridge's own empty mass may be that of another body than its type's head.
  const sound = tank.emptyG.value > 0 && tank.fullG > tank.emptyG.value && head.fullG > emptyG.value;
  return sound ? { head: { ...head, emptyG }, tank } : null;
}
