/** More than this is drawn out before it is rinsed: less is a film on the walls, ml. */
const FILM_ML = 0.5;

/**
 * Is there ink to be drawn out of a cartridge before it is rinsed and dried?
 *
 * @param ml what is inside
 * @example holdsInk(0.5) // false
 */
export const holdsInk = (ml: number): boolean => ml > FILM_ML;
