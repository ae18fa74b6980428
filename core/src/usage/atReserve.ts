import { ONE_SIDED } from '../numeric';
import type { Uncertain } from '../quantity';

/**
 * May a cartridge stand at its reserve? Not surely (95 %) above it. The one answer for advice, checks and the printer's door.
 *
 * @param ink inside, ml
 * @param reserveMl never to be used
 * @example atReserve({ value: 4, u: 0.5 }, 3.5) // true
 */
export const atReserve = (ink: Uncertain, reserveMl: number): boolean =>
  ink.value - ONE_SIDED * ink.u <= reserveMl;
