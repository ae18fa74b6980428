import { DENSITY_PRIOR, type Slot } from '../../workbook';
import { densityOfInk, deriveFor, inkOfBottle, isMeasured, type Context } from '../define/context';
import type { Blend } from '../fold/state';

/** Of a ml known by mass, what its density puts in doubt: shared with all others of unmeasured density, and each measured ink's own. */
export interface BlendDoubt {
  readonly shared: number;
  /** By ink id. */
  readonly own: readonly (readonly [string, number])[];
}

/**
 * What the densities' doubt means for blends in a slot: measured ones err each for itself, all others together.
 *
 * @param slot whose class of ink is meant where a lot is of none that is known
 * @returns asks for one, relative to its ml
 */
export function doubtsOfBlends(
  context: Context,
  { inkClass }: Pick<Slot, 'inkClass'>,
): (blend: Blend) => BlendDoubt {
  const known = deriveFor(context, 'blendDoubts', inkClass, () => new WeakMap<Blend, BlendDoubt>());
  return (blend) => {
    let doubt = known.get(blend);
    if (!doubt) {
      let shared = 0;
      // Bottles of one ink err as one.
      const own = new Map<string, number>();
      blend.lots.forEach((lot, i) => {
        const ink = inkOfBottle(context, lot);
        const density = ink ? densityOfInk(context, ink) : DENSITY_PRIOR[inkClass];
        const share = (blend.parts[i]! * density.u) / density.value;
        if (ink && isMeasured(context, ink.id)) own.set(ink.id, (own.get(ink.id) ?? 0) + share);
        else shared += share;
      });
      known.set(blend, (doubt = { shared, own: [...own] }));
    }
    return doubt;
  };
}
