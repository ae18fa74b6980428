import type { Method, Tool } from '../workbook';
import { calibrated } from './calibrated';
import { METHOD_DATA } from './methods';

/** Relative standard uncertainty of a calibration that nobody vouches for. */
const TYPED_U = 0.1;
/** A hand squeezes alike within about a tenth; drops fall alike within less, but some are miscounted. */
const EACH_U = { squeezes: 0.1, drops: 0.05 } as const;
/** One of so many drops or squeezes is miscounted. */
const MISCOUNT = 0.02;

/**
 * Standard uncertainty of a counted dose: the calibration's, which all share, the scatter of the single ones, and a miscount.
 *
 * @param ml that was counted in
 * @param method that counts
 * @param eachMl of one squeeze or drop, above 0
 * @param tools the calibrated bottle among them; without one a typed figure is taken for good to a tenth
 * @returns ml
 */
export function countedU(ml: number, method: Method, eachMl: number, tools: readonly Tool[]): number {
  const each = calibrated(tools, method);
  const count = Math.max(1, ml / eachMl);
  const scatter = METHOD_DATA[method].dosed === 'drops' ? EACH_U.drops : EACH_U.squeezes;
  return ml * Math.hypot(each ? each.u / each.value : TYPED_U, scatter / Math.sqrt(count), MISCOUNT);
}
