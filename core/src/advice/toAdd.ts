import type { Uncertain } from '../quantity';
import type { CartridgeView } from './cartridgeView';

/** Less than this is no top-up, ml. */
const LEAST_ML = 0.5;

/** What a top-up would take now. */
export interface ToAdd {
  /** null: it is full. */
  readonly ml: Uncertain | null;
  /** What the scale shows then, g. */
  readonly toG: number;
}

/**
 * What a cartridge would take now, by what is reckoned to be in it and the same target as a fill's.
 *
 * @returns null where none is to be made: nobody knows what is in it, it is wet, out of use, or was rejected by a look
 */
export function toAdd(view: CartridgeView): ToAdd | null {
  const { ink, state, body, density, targetMl, wetMl } = view;
  if (!ink || wetMl !== null || state.retired !== null || state.rejected !== null) return null;
  const ml = targetMl - ink.value;
  return {
    ml: ml < LEAST_ML ? null : { value: ml, u: ink.u },
    toG: body.emptyG.value + targetMl * density.value,
  };
}
