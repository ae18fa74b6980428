import { factsOf, find, type Snapshot } from '../ledger';

/** Steps that scales have, the coarsest first, g. */
const STEPS = [5, 2, 1, 0.5, 0.2, 0.1, 0.05, 0.02, 0.01];
/** That so many weights of a fine scale lie on a coarser one's steps by chance is less likely than this. */
const NO_CHANCE = 1e-5;
/** Weights that differ: the same one again tells nothing new. */
const LEAST = 6;
/** Looked back so far. */
const LAST = 40;
/** A weight lies on a step if it is off by no more than this share of the scale's own step. */
const ON_STEP = 0.1;

/** A scale that shows coarser steps than the workbook says. */
export interface CoarserStep {
  readonly stepG: number;
  readonly toldG: number;
  /** Different weights that lie on it, one after the other up to the last. */
  readonly weights: number;
}

/**
 * Do the weights of a scale all lie on steps that are coarser than its own? Then it shows less than it was told to, or somebody
 * rounds: each mass is less sure than it is reckoned with, and ink seems to come and go.
 *
 * @returns the coarsest step that the last weights cannot lie on by chance alone; null: none
 */
export function coarserStep(book: Snapshot, scaleId: string): CoarserStep | null {
  const scale = find(book.context, 'scale', scaleId);
  if (!scale || !(scale.resolutionG > 0)) return null;
  const factor = book.context.spans.get(scaleId)?.factor ?? 1;
  const shown = factsOf(book, 'weighed')
    .filter((fact) => fact.scaleId === scaleId)
    .slice(-LAST)
    .map(({ massG }) => massG.value / factor)
    .reverse();
  for (const stepG of STEPS) {
    if (stepG < 1.5 * scale.resolutionG) return null;
    const off = shown.findIndex(
      (g) => Math.abs(g - Math.round(g / stepG) * stepG) > ON_STEP * scale.resolutionG,
    );
    const lie = off < 0 ? shown : shown.slice(0, off);
    const weights = new Set(lie.map((g) => Math.round(g / stepG))).size;
    if (weights >= LEAST && (scale.resolutionG / stepG) ** weights < NO_CHANCE)
      return { stepG, toldG: scale.resolutionG, weights };
  }
  return null;
}
