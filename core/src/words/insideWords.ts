import type { CartridgeView } from '../advice';
import { formatUncertain } from '../quantity';
import { agoWords } from './daysWords';

/** What is inside a cartridge, in the words of every place. */
export function insideWords({ wetMl, ink, weighedDaysAgo }: CartridgeView): string {
  if (wetMl !== null) return `wet: ${wetMl.toFixed(1)} ml water`;
  if (ink) return formatUncertain(ink, 'ml');
  return weighedDaysAgo === null ? 'not weighed' : 'not known';
}

/** When it was last on the scale, in the words of every place. */
export const weighedWords = ({ weighedDaysAgo }: Pick<CartridgeView, 'weighedDaysAgo'>): string =>
  weighedDaysAgo === null ? 'never weighed' : `weighed ${agoWords(weighedDaysAgo)}`;
