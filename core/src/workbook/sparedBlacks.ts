import { BLACKS, type Black } from './vocabulary';

const NONE: readonly string[] = [];

/**
 * The blacks that a paper leaves alone, where a printer has one for coated papers and one for matte ones.
 *
 * @param shades that the printer has
 * @param black that the paper takes
 * @returns shades that print nothing on it; none where the printer has no choice
 * @example sparedBlacks(["photo black", "matte black", "cyan"], "matte").join() // "photo black,black"
 */
export function sparedBlacks(shades: readonly string[], black: Black): readonly string[] {
  const has = (kind: Black): boolean => BLACKS[kind].some((shade) => shades.includes(shade));
  const other: Black = black === 'matte' ? 'photo' : 'matte';
  return has(black) && has(other) ? BLACKS[other] : NONE;
}
