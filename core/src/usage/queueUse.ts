import { addExposure, imageExposure, jobExposure, type Exposure } from '../exposure';
import type { Uncertain } from '../quantity';
import { IMAGE_DOUBT, SHARED_SCATTER } from './features';
import type { PrinterModel } from './model';
import { predictUse } from './predict';

/** So many prints of one picture, known by its kind and, where its colours were measured, by its own demand. */
export interface PictureJob {
  readonly subjectId: string;
  /** Area of all its copies, dm². */
  readonly dm2: number;
  /** By its separation, ml/dm² by slot; absent: not measured. */
  readonly demand?: ReadonlyMap<string, number> | undefined;
  /** Channels that print nothing on its paper; absent: all print. */
  readonly spares?: readonly string[] | undefined;
}

export interface QueueUse {
  readonly use: Uncertain;
  /** The part of its doubt that all channels have in common, ml. */
  readonly sharedU: number;
}

/**
 * What jobs one after the other draw from a channel. A picture of measured demand is foretold twice, by its kind and by its
 * own colours, and both are joined by precision; what two such forecasts get wrong goes together, so their doubts add up.
 *
 * @param more that comes with them, such as the printer's own cleanings
 */
export function queueUse(
  model: PrinterModel,
  slotId: string,
  jobs: readonly PictureJob[],
  more: Exposure,
): QueueUse {
  let exposure = more;
  let value = 0;
  let u = 0;
  let shared = 0;
  for (const { subjectId, dm2, demand, spares } of jobs) {
    if (spares?.includes(slotId)) continue;
    const byKind = jobExposure(subjectId, dm2);
    const asked = demand?.get(slotId);
    if (asked === undefined) {
      exposure = addExposure(exposure, byKind);
      continue;
    }
    const kind = predictUse(model, slotId, byKind);
    const image = predictUse(model, slotId, imageExposure(asked * dm2));
    // Where the separation asks for nothing, a driver may still lay some down beside the others; on a white sheet it does not.
    const laidDown = IMAGE_DOUBT * kind.value * shareOfKind(model, byKind, demand!, dm2);
    const one = joined(kind, { value: image.value, u: Math.hypot(image.u, laidDown) });
    value += one.value;
    u += one.u;
    shared += SHARED_SCATTER * one.u ** 2;
  }
  const plain = predictUse(model, slotId, exposure);
  const still = predictUse(model, slotId, {
    ...exposure,
    areas: exposure.areas.map((area) => ({ ...area, squares: 0 })),
    imageSquares: 0,
  });
  return {
    use: { value: plain.value + value, u: Math.hypot(plain.u, u) },
    sharedU: Math.sqrt(shared + Math.max(0, SHARED_SCATTER * (plain.u ** 2 - still.u ** 2))),
  };
}

/** How much of what its kind takes the picture asks for, by all channels together: 0 for a white sheet, 1 at most. */
function shareOfKind(
  model: PrinterModel,
  byKind: Exposure,
  demand: ReadonlyMap<string, number>,
  dm2: number,
): number {
  let [asked, usual] = [0, 0];
  for (const [slotId, mlPerDm2] of demand) {
    asked += mlPerDm2 * dm2;
    usual += predictUse(model, slotId, byKind).value;
  }
  return usual > 0 ? Math.min(1, asked / usual) : 1;
}

function joined(a: Uncertain, b: Uncertain): Uncertain {
  const [wa, wb] = [1 / a.u ** 2, 1 / b.u ** 2];
  // Without a doubt, or with one too small to be divided by.
  if (!Number.isFinite(wa)) return a;
  if (!Number.isFinite(wb)) return b;
  return { value: (a.value * wa + b.value * wb) / (wa + wb), u: 1 / Math.sqrt(wa + wb) };
}
