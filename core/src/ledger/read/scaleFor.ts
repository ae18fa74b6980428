import type { Scale } from '../../workbook';
import { all, type Context } from '../define/context';

/**
 * The scale that a weight was most likely read on: the finest of those that can carry it; when none can, the largest, whose
 * capacity the check then speaks of.
 */
export function scaleFor(context: Context, shownG: number): Scale | undefined {
  const scales = all(context, 'scale');
  const carrying = scales.filter((scale) => scale.capacityG >= shownG);
  return carrying.length > 0
    ? carrying.reduce((best, scale) => (scale.resolutionG < best.resolutionG ? scale : best))
    : scales.reduce<Scale | undefined>(
        (best, scale) => (best && best.capacityG >= scale.capacityG ? best : scale),
        undefined,
      );
}
