import type { Uncertain } from '../quantity';
import type { CartridgeType } from '../workbook';

/**
 * What is inside when a sensor changes over, before it was ever compared with a weight: an optical prism sees the free ink of
 * the reservoir go, a float drops at about a third; both as shares of the body, with a generous u.
 *
 * @param type of the cartridge
 * @param sensor which changed over
 * @returns ml
 */
export function sensorContent(
  type: Pick<CartridgeType, 'capacityMl' | 'reserveMl'>,
  sensor: 'optical' | 'float',
): Uncertain {
  return sensor === 'optical'
    ? { value: Math.max(type.reserveMl, 0.35 * type.capacityMl), u: 0.08 * type.capacityMl }
    : { value: 0.3 * type.capacityMl, u: 0.07 * type.capacityMl };
}
