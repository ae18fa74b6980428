import type { Printer } from '../workbook';

const NONE: ReadonlySet<Printer['gauge']['display']> = new Set(['lampForAll', 'invisible']);

/**
 * Does a printer show a figure of each channel, however coarse? One lamp for all, or nothing at all, says none: no channel is asked
 * for one, and none is said to have had one.
 *
 * @param gauge of the printer
 * @example showsFigure({ display: "lampForAll" }) // false
 */
export const showsFigure = (gauge: Pick<Printer['gauge'], 'display'>): boolean => !NONE.has(gauge.display);
