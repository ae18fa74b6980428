import type { RunEnv } from './env';

/** Relative standard uncertainty of a syringe's marks. */
export const MARKS_U = 0.02;
/** One u of an amount that no syringe was chosen for, ml. */
const UNREAD_U = 0.3;

/**
 * Standard uncertainty of a volume read from the syringe at hand: its marks, and half a mark's width as a rectangle (GUM 4.3.7).
 *
 * @param ml that was read
 * @returns ml
 */
export const syringeU = (ml: number, env: Pick<RunEnv, 'syringe'>): number =>
  Math.hypot(MARKS_U * ml, env.syringe ? env.syringe.graduationMl / Math.sqrt(12) : UNREAD_U);
