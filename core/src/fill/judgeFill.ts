import type { Uncertain } from '../quantity';

export interface FillVerdict {
  readonly state: 'short' | 'done' | 'over';
  /** ml still to add (short), or to draw back (over). */
  readonly ml: number;
}

/**
 * Says whether a mass has reached the target: within the tolerance, or its own 2 u, a fill is done.
 *
 * @param massG what the scale shows now
 * @param plan target and tolerance in g
 * @param density g/ml
 * @example judgeFill({ value: 91.5, u: 0.02 }, { targetG: 90.9, toleranceG: 0.3 }, { value: 1.064, u: 0.006 }).ml.toFixed(2) // "0.56"
 */
export function judgeFill(
  massG: Uncertain,
  plan: { readonly targetG: number; readonly toleranceG: number },
  density: Uncertain,
): FillVerdict {
  const gap = plan.targetG - massG.value;
  const tolerance = Math.max(plan.toleranceG, 2 * massG.u);
  if (Math.abs(gap) <= tolerance) return { state: 'done', ml: 0 };
  return { state: gap > 0 ? 'short' : 'over', ml: Math.abs(gap) / density.value };
}
