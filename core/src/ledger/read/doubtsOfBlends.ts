import { DENSITY_PRIOR, type Slot } from '../../workbook';
import { densityOfInk, deriveFor, inkOfBottle, isMeasured, type Context } from '../define/context';
import type { Blend } from '../fold/state';

/** Of a ml known by mass, what its density puts in doubt: shared with all others of unmeasured density, and each measured ink's own. */
export interface BlendDoubt {
  readonly shared: number;
  /** By ink id, one or more shares each: bottles of one ink err as one. */
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
  const known = deriveFor(context, 'lotDoubts', inkClass, () => new Map<string, LotDoubt>());
  const doubtOf = (lot: string): LotDoubt => {
    const ink = inkOfBottle(context, lot);
    const density = ink ? densityOfInk(context, ink) : DENSITY_PRIOR[inkClass];
    return {
      relative: density.u / density.value,
      inkId: ink && isMeasured(context, ink.id) ? ink.id : null,
    };
  };
  return ({ lots, parts }) => {
    let shared = 0;
    let own: [string, number][] = NONE;
    for (const [i, lot] of lots.entries()) {
      let doubt = known.get(lot);
      if (!doubt) known.set(lot, (doubt = doubtOf(lot)));
      const share = (parts[i] ?? 0) * doubt.relative;
      if (doubt.inkId === null) shared += share;
      else own = [...own, [doubt.inkId, share]];
    }
    return { shared, own };
  };
}

/** Relative doubt of a lot's density; whose it is, where its ink was measured. */
interface LotDoubt {
  readonly relative: number;
  readonly inkId: string | null;
}
const NONE: [string, number][] = [];
