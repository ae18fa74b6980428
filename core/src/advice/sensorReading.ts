import { sensorContent } from '../gauge';
import { find, type Book } from '../ledger';
import type { Uncertain } from '../quantity';
import type { Printer } from '../workbook';
import { cartridgeView } from './cartridgeView';

/** The two lamps of a clipped-on float sensor, of which one is always lit when it is healthy; or one that is unsteady. */
export type Lamps = 'ink' | 'low' | 'unsteady' | 'both' | 'none';

export interface SensorReading {
  /** What it says of the ink at this moment, ml; null: nothing, or it is at fault. */
  readonly ml: Uncertain | null;
  readonly fault: boolean;
  /** Its switch point was found with a known content, not taken from its kind. */
  readonly calibrated: boolean;
}

/** One that is calibrated switches within this share of what it holds. */
const HYSTERESIS = 0.01;

/**
 * What a float sensor's lamps say of a cartridge: as it changes over, or is unsteady, the ink stands at its switch point.
 *
 * @param lamps as they are now
 * @returns undefined where the cartridge is unknown
 */
export function sensorReading(
  book: Book,
  cartridgeId: string,
  lamps: Lamps,
  at: string,
): SensorReading | undefined {
  const view = cartridgeView(book, cartridgeId, at);
  if (!view) return undefined;
  const { seat } = view.state;
  const own = seat && switchPoint(find(book.context, 'printer', seat.printerId), seat.slotId);
  const calibrated = Boolean(own);
  const point = own ?? sensorContent(view.body.type, 'float');
  switch (lamps) {
    case 'both':
    case 'none':
      return { ml: null, fault: true, calibrated };
    case 'ink':
      return { ml: null, fault: false, calibrated };
    case 'low':
      return { ml: point, fault: false, calibrated };
    case 'unsteady':
      // It wavers about the point itself: the doubt is that of the point and of its hysteresis.
      return {
        ml: { value: point.value, u: Math.hypot(point.u, HYSTERESIS * view.body.type.capacityMl) },
        fault: false,
        calibrated,
      };
  }
}

const switchPoint = (printer: Printer | undefined, slotId: string): Uncertain | undefined =>
  printer?.sensors?.find((sensor) => sensor.slotId === slotId)?.switchMl;
