/** Less than a drop is there, ml. */
const DROP_ML = 0.05;
/** More than this above is to be stopped at once, ml. */
const OVER_ML = 0.3;

/**
 * How far a fill on a live scale is from its mark.
 *
 * @param ml still to go; below zero: over
 * @example toGo(-0.3) // "there"
 */
export const toGo = (ml: number): 'more' | 'there' | 'over' =>
  ml > DROP_ML ? 'more' : ml < -OVER_ML ? 'over' : 'there';
