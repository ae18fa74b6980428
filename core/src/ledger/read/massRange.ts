import type { Body } from '../define/context';

/** Above its maximum, g: a drop at its port, a clip, a scale without its zero. */
const ABOVE_MAX_G = 3;

/**
 * Between what and what a cartridge can weigh: a weight beside it is another thing, or a hand.
 *
 * @returns g
 */
export const massRange = ({
  emptyG,
  maxG,
}: Pick<Body, 'emptyG' | 'maxG'>): readonly [least: number, most: number] => [
  emptyG.value - 3 * emptyG.u,
  maxG + ABOVE_MAX_G,
];
