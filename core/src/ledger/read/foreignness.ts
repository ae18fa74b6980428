/** A share of other ink that no eye and no meter sees. */
const TRACE = 0.002;
/** From this share on it is worth a warning. */
const MIXED = 0.02;

/**
 * How much it matters that other ink is in a cartridge.
 *
 * @param fraction of what is inside that it is not meant for, 0 to 1
 * @example foreignness(0.02) // "trace"
 */
export const foreignness = (fraction: number): 'none' | 'trace' | 'mixed' =>
  fraction > MIXED ? 'mixed' : fraction > TRACE ? 'trace' : 'none';
