import type { Scale } from '../../workbook';
import type { Book } from '../Ledger';
import { toolsInUse } from './toolsInUse';

/**
 * The scale that a weight was most likely read on: the finest of those that can carry it; when none can, the largest, whose
 * capacity the check then speaks of.
 */
export function scaleFor(book: Book, shownG: number): Scale | undefined {
  const scales = toolsInUse(book, 'scale');
  const carrying = scales.filter((scale) => scale.capacityG >= shownG);
  return carrying.length > 0
    ? carrying.reduce((best, scale) => (scale.resolutionG < best.resolutionG ? scale : best))
    : scales.reduce<Scale | undefined>(
        (best, scale) => (best && best.capacityG >= scale.capacityG ? best : scale),
        undefined,
      );
}
