import type { Uncertain } from '../../quantity';
import type { Body } from '../define/context';

/** A mass so far below the cartridge's empty one, by more than 3 u of both, that it cannot be this cartridge. */
export const isBelowEmpty = ({ emptyG }: Pick<Body, 'emptyG'>, massG: Uncertain): boolean =>
  massG.value < emptyG.value - 3 * Math.hypot(emptyG.u, massG.u);
