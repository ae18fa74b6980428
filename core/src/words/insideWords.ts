import type { CartridgeView } from '../advice';
import type { MassOff } from '../ledger';
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

/** Less than this is no difference in the places that are shown, ml. */
const HARDLY_ML = 0.05;

/** How far a weight is from what was foretold; too far to be chance, with what to look for on that side. */
export const massOffWords = ({ ml, far }: Pick<MassOff, 'ml' | 'far'>): string =>
  Math.abs(ml) < HARDLY_ML && !far
    ? 'as expected'
    : ml < 0
      ? `${(-ml).toFixed(1)} ml less than expected${far ? ': was everything logged?' : ''}`
      : `${ml.toFixed(1)} ml more than expected${far ? ': was a fill left out, or did something lie on the scale with it?' : ''}`;
