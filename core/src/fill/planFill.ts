import { inkByMass, type Estimate, type Uncertain } from '../quantity';
import type { CartridgeType, Method } from '../workbook';

/** Share of a fill that is added by drops on the scale at the end. */
export const LAST_BY_DROPS = 0.1;
/** Done when the scale is within this many grams of the target, at least. */
export const TOLERANCE_G = 0.3;
/** … or within this share of the fill; a line is seen less sharply than a scale reads. */
const FILL_TOLERANCE = 0.01;
const LINE_TOLERANCE = 0.03;

export interface FillInput {
  readonly massG: Uncertain;
  readonly emptyG: Uncertain;
  readonly density: Uncertain;
  readonly type: Pick<CartridgeType, 'fullG' | 'sections' | 'capacityMl'>;
  /** The least of the type's and the cartridge's own. */
  readonly maxG: number;
  /** When it is done, g from the target; null: by the size of the fill. */
  readonly toleranceG?: number | null;
  /** Filled to a line that is seen, not weighed. */
  readonly byLine?: boolean;
  /** A user's own target, or null. */
  readonly ownTargetG: number | null;
  readonly method: Method;
  /** Ink now in the parts that the method cannot reach counts as none when unknown. */
  readonly syringe: { readonly capacityMl: number; readonly keepBackMl: number } | null;
  readonly scale: { readonly capacityG: number } | null;
  readonly bottleMl: Uncertain | null;
}

export interface Load {
  readonly ml: number;
  /** What the scale shows when this load is in. */
  readonly scaleG: number;
}

export type FillWarning =
  | { readonly code: 'bottleShort'; readonly hasMl: number; readonly needMl: number }
  | { readonly code: 'scaleTooSmall'; readonly capacityG: number; readonly targetG: number }
  | { readonly code: 'sectionLimits'; readonly reachMl: number; readonly capacityMl: number }
  | { readonly code: 'ownTargetCut'; readonly askedG: number; readonly maxG: number }
  | { readonly code: 'nothingToAdd' };

export interface FillPlan {
  readonly inkNow: Estimate;
  readonly targetG: number;
  readonly targetBy: 'full' | 'sections' | 'own' | 'maximum';
  readonly toleranceG: number;
  /** To add, ml; negative when it is over-full: draw this much back. */
  readonly addMl: Estimate;
  /** What "1 g = 1 ml" would have added. */
  readonly naiveMl: number;
  readonly loads: readonly Load[];
  /** The part of the last load that goes in by drops on the scale. */
  readonly lastDropsMl: number;
  /** How many fills like this the bottle still holds. */
  readonly bottleFills: number | null;
  readonly bottleAfterMl: number | null;
  readonly warnings: readonly FillWarning[];
}

/**
 * Plans a fill by mass: the target is the smallest of the full mass, the empty mass plus what the method's sections hold,
 * and the user's own, and never above the maximum; `ΔV = (m_target − m) / ρ`.
 *
 * @param input masses in g, density in g/ml, volumes in ml
 * @returns what to add (or draw back), load by load, with the scale reading after each, and every warning that applies
 * @throws RangeError when the density is not above 0, or the syringe holds no more than it keeps back
 * @example planFill({ massG: { value: 63.42, u: 0.015 }, emptyG: { value: 41.58, u: 0.05 }, density: { value: 1.064, u: 0.006 }, type: { fullG: 90.9, sections: [], capacityMl: 47 }, maxG: 92, ownTargetG: null, method: 'topSyringe', syringe: { capacityMl: 20, keepBackMl: 0.7 }, scale: null, bottleMl: null }).addMl.value.toFixed(2) // "25.83"
 */
export function planFill(input: FillInput): FillPlan {
  const { massG, density, syringe, scale, bottleMl } = input;
  const inkNow = inkByMass(massG, input.emptyG, density);
  const target = targetOf(input);
  const { targetG, targetBy } = target;
  const warnings = [...target.warnings];
  const gap = targetG - massG.value;
  const value = gap / density.value;
  const addMl: Estimate = {
    value,
    u: Math.hypot(massG.u / density.value, (value * density.u) / density.value),
    source: 'weighed',
  };
  const loads = value > 0 ? splitLoads(value, massG.value, density.value, syringe) : [];
  const toleranceG =
    input.toleranceG ??
    Math.max(TOLERANCE_G, (input.byLine ? LINE_TOLERANCE : FILL_TOLERANCE) * Math.abs(gap));
  if (Math.abs(gap) <= toleranceG) warnings.push({ code: 'nothingToAdd' });
  if (scale && Math.max(targetG, massG.value) > scale.capacityG)
    warnings.push({ code: 'scaleTooSmall', capacityG: scale.capacityG, targetG });
  if (bottleMl && bottleMl.value < value)
    warnings.push({ code: 'bottleShort', hasMl: bottleMl.value, needMl: value });
  return {
    inkNow,
    targetG,
    targetBy,
    toleranceG,
    addMl,
    naiveMl: gap,
    loads,
    lastDropsMl: Math.max(0, value * LAST_BY_DROPS),
    bottleFills: bottleMl && value > 0 ? bottleMl.value / value : null,
    bottleAfterMl: bottleMl ? Math.max(0, bottleMl.value - Math.max(0, value)) : null,
    warnings,
  };
}

/**
 * The mass that a fill aims at: the smallest of the type's full mass, the empty mass plus what the method's sections hold, and
 * the user's own; never above the maximum.
 */
export function targetOf(
  input: Pick<FillInput, 'type' | 'emptyG' | 'density' | 'maxG' | 'ownTargetG' | 'method'>,
): {
  readonly targetG: number;
  readonly targetBy: FillPlan['targetBy'];
  readonly warnings: readonly FillWarning[];
} {
  const { type, emptyG, density, maxG, ownTargetG, method } = input;
  const warnings: FillWarning[] = [];
  let targetG = type.fullG;
  let targetBy: FillPlan['targetBy'] = 'full';
  const reached = type.sections.filter((section) => section.reachedBy.includes(method));
  if (type.sections.length === 0) {
    // No body is filled beyond what it holds, whatever its full mass was set to.
    const brimG = emptyG.value + density.value * type.capacityMl;
    if (brimG < targetG - TOLERANCE_G) {
      targetG = brimG;
      targetBy = 'sections';
    }
  } else {
    const reachMl = reached.reduce((sum, section) => sum + section.capacityMl, 0);
    const all = type.sections.reduce((sum, section) => sum + section.capacityMl, 0);
    const bySections = emptyG.value + density.value * reachMl;
    if (bySections < targetG) {
      targetG = bySections;
      targetBy = 'sections';
      if (reachMl < all) warnings.push({ code: 'sectionLimits', reachMl, capacityMl: all });
    }
  }
  if (ownTargetG !== null && ownTargetG < targetG) {
    targetG = ownTargetG;
    targetBy = 'own';
  }
  if (targetG > maxG) {
    targetG = maxG;
    targetBy = 'maximum';
  }
  if (ownTargetG !== null && ownTargetG > maxG)
    warnings.push({ code: 'ownTargetCut', askedG: ownTargetG, maxG });
  return { targetG, targetBy, warnings };
}

/** Full loads first, the rest last, so that the drops come from a syringe that is nearly empty and easy to hold. */
function splitLoads(ml: number, startG: number, density: number, syringe: FillInput['syringe']): Load[] {
  const size = syringe ? syringe.capacityMl - syringe.keepBackMl : ml;
  if (!(size > 0)) throw new RangeError('The syringe holds no more than is kept back.');
  const loads: Load[] = [];
  let done = 0;
  while (ml - done > 1e-9 && loads.length < 1000) {
    const load = Math.min(size, ml - done);
    done += load;
    loads.push({ ml: load, scaleG: startG + done * density });
  }
  return loads;
}
