import { sparedBlacks } from '../../workbook';
import { deriveFor, find, type Context } from './context';

const NONE: readonly string[] = [];

/**
 * The channels that print nothing on a paper, since it takes the printer's other black.
 *
 * @param paperId absent, or a paper that takes both, or of which nobody said: none is spared
 * @returns slot ids
 */
export function sparedSlots(
  context: Context,
  printerId: string,
  paperId: string | null | undefined,
): readonly string[] {
  const black = find(context, 'paper', paperId ?? undefined)?.black;
  if (!black || black === 'both') return NONE;
  return deriveFor(context, `spared for ${black}`, printerId, () => {
    const slots = find(context, 'printer', printerId)?.slots ?? [];
    const spared = sparedBlacks(
      slots.flatMap(({ shades }) => shades),
      black,
    );
    return slots.filter(({ shades }) => shades.every((shade) => spared.includes(shade))).map(({ id }) => id);
  });
}
