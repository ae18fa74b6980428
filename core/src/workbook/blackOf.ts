import { BLACKS, type Black } from './vocabulary';

/** Which kind of black is among these shades; null: none. */
export const blackOf = (shades: readonly string[]): Black | null =>
  (['photo', 'matte'] as const).find((black) => BLACKS[black].some((shade) => shades.includes(shade))) ??
  null;
