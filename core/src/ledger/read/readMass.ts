import type { Uncertain } from '../../quantity';
import type { Context } from '../define/context';
import { scaleFor } from './scaleFor';
import { scaleReading } from './scaleReading';

/** What a weighing records of the mass: corrected, with its u, and the scale it was read on. */
export interface MassReading {
  readonly massG: Uncertain;
  readonly scaleId?: string;
}

/**
 * What a number read off a scale says, ready for a `weighed` fact.
 *
 * @param context with the scales and their reference checks
 * @param shownG what the scale showed, g
 * @param scaleId the scale that was used; when nobody said, the one it was most likely read on (`scaleFor`)
 */
export function readMass(context: Context, shownG: number, scaleId?: string | null): MassReading {
  const id = scaleId ?? scaleFor(context, shownG)?.id;
  return { massG: scaleReading(context, id, shownG), ...(id === undefined ? {} : { scaleId: id }) };
}
