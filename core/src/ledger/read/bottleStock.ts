/** Less of an ink than this does not fill a usual cartridge, ml. */
const LOW_ML = 30;
/** Less than this in one bottle is what no syringe gets out: it may be called used up, ml. */
const LAST_ML = 15;

/**
 * How far the ink of a bottle, or of all bottles of an ink, goes.
 *
 * @param ml what is left
 * @example bottleStock(15) // "low"
 */
export const bottleStock = (ml: number): 'plenty' | 'low' | 'last' =>
  ml < LAST_ML ? 'last' : ml < LOW_ML ? 'low' : 'plenty';
