import { clampChroma, formatHex, modeLab, modeLch, modeRgb, useMode } from 'culori/fn';
import type { Lab } from './deltaE';

useMode(modeRgb);
useMode(modeLab);
useMode(modeLch);

/** A measured colour (D50) as a screen can show it: hexadecimal sRGB, taken towards grey where the screen cannot. */
export const labColour = ([l, a, b]: Lab): string =>
  formatHex(clampChroma({ mode: 'lab', l: Math.min(100, Math.max(0, l)), a, b }, 'lab'));
