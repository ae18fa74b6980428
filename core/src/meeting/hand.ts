/** How often something begun was moved on, and which device has it in hand since. */
export interface Hand {
  readonly count: number;
  readonly holder: { readonly device: string; readonly name: string };
}

/**
 * Does what another device says of something begun hold, against what is known here? Of two that were moved apart the one that
 * was moved more often; of as often, the one of the greater name: on both devices the same.
 *
 * @param here undefined: nothing was begun here
 */
export const isLaterHand = (there: Hand, here: Hand | undefined): boolean =>
  here === undefined ||
  there.count > here.count ||
  (there.count === here.count && there.holder.device > here.holder.device);
