import type { Uncertain } from '../quantity';
import { USE_PRIOR } from './defaults';
import type { Printer } from './entitySchema';

/** What a cartridge of a printer with tubes usually holds, ml: the prior of a change is about such ones. */
const USUAL_ML = 50;

/**
 * What a cartridge change draws from each channel, as long as nothing was learnt: by the tubes that have to be filled, or, where
 * the cartridges ride on the head, in proportion to what they hold.
 *
 * @param capacityMl of one channel's ink in its cartridge, ml
 * @returns ml with u
 * @example changePrior("carriage", 12.5).value // 0.2
 */
export function changePrior(feed: Printer['feed'], capacityMl: number): Uncertain {
  const { value, u } = USE_PRIOR.change;
  const share = feed === 'stationary' ? 1 : Math.min(1, capacityMl / USUAL_ML);
  return { value: rounded(value * share), u: rounded(u * share) };
}

/** A guess that stands in a form: no more digits than it has. */
const rounded = (ml: number): number => Math.max(0.01, Math.round(100 * ml) / 100);
