/** This share of an ink is as good as all of it: what a tenth of a second rinse would still change is not seen. */
const ENOUGH = 0.97;

/**
 * Does a cartridge hold so much of an ink already that it needs no preparing for it?
 *
 * @param share of that ink in what is inside, 0 to 1
 * @example isConverted(0.97) // false
 */
export const isConverted = (share: number): boolean => share > ENOUGH;
