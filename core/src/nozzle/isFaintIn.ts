import type { CheckLight } from '../workbook';

/** Shades that white office paper hides in each light; under a true long-wave torch they all stand out. */
const FAINT: Readonly<Record<CheckLight, ReadonlySet<string>>> = {
  white: new Set(['yellow', 'light grey', 'clear coat']),
  blue: new Set(['light grey', 'clear coat']),
  scan: new Set(['clear coat']),
  torch: new Set(),
};

/**
 * Is this shade nearly invisible in this light, so that a look that says nothing of it has not seen it?
 *
 * @param shade of the channel
 * @param light of the look
 * @example isFaintIn('yellow', 'white') // true
 */
export const isFaintIn = (shade: string, light: CheckLight): boolean => FAINT[light].has(shade);
