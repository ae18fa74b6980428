import { differenceCiede2000, modeLab65, useMode } from 'culori/fn';

/** L*, a*, b*. */
export type Lab = readonly [number, number, number];

useMode(modeLab65);
const difference = differenceCiede2000();

/**
 * Colour difference CIEDE2000 (Sharma, Wu, Dalal 2005), with kL = kC = kH = 1.
 *
 * @param a and b under one illuminant and observer: the formula knows neither
 * @example deltaE([50, 2.6772, -79.7751], [50, 0, -82.7485]).toFixed(4) // "2.0425"
 */
export const deltaE = (a: Lab, b: Lab): number => difference(asLab65(a), asLab65(b));

// Handed over as the space that the library computes in: a conversion of illuminants would change measured values.
const asLab65 = ([l, a, b]: Lab) => ({ mode: 'lab65' as const, l, a, b });
