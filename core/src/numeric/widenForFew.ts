import { studentT } from './studentT';
import { COVERAGE } from './coverage';

/**
 * A fit through few points is less sure than its standard error says: widened so that ± 1.96 u holds 95 % all the same
 * (Student's t over the normal's factor). Source: JCGM 100:2008 G.3.
 *
 * @param u standard error of the fit
 * @param freedom points less parameters; none: the u is somebody's statement and stays
 * @example widenForFew(0.002, 1).toFixed(4) // "0.0130"
 * @example widenForFew(0.002, 0) // 0.002
 */
export const widenForFew = (u: number, freedom: number): number =>
  freedom >= 1 ? (u * studentT(freedom)) / COVERAGE : u;
