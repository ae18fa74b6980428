import { deltaE, type Lab } from './deltaE';
import type { Patch } from './parsePatches';

/** One patch of two prints. */
export interface PatchDifference {
  readonly name: string;
  readonly from: Lab;
  readonly to: Lab;
  readonly deltaE: number;
}

export type ShadeVerdict =
  /** Within what measuring the same print twice would show. */
  | 'same'
  /** Seen only side by side, if at all. */
  | 'close'
  | 'visible'
  | 'plain';

export interface ShadeComparison {
  readonly count: number;
  readonly mean: number;
  readonly p95: number;
  readonly worst: readonly PatchDifference[];
  readonly patches: readonly PatchDifference[];
  /** Mean change from the first to the second: L* (positive is lighter), a* (redder), b* (yellower), C* (stronger). */
  readonly shift: { readonly l: number; readonly a: number; readonly b: number; readonly c: number };
  /** The same for patches near the grey axis, where a cast is seen first; null where there are none. */
  readonly greys: {
    readonly l: number;
    readonly a: number;
    readonly b: number;
    readonly count: number;
  } | null;
  readonly verdict: ShadeVerdict;
}

/** Two measurements of one print differ by about this mean ΔE00 (instrument and print together). */
export const MEASURE_NOISE = 0.4;
const CLOSE = 1;
const VISIBLE = 2.5;
const WORST = 6;
const GREY_CHROMA = 8;

/**
 * Compares two sets of patches by name, with CIEDE2000. Conditions and illuminants must be the same: that is the caller's to see.
 *
 * @param from the reference (the original, or the last lot)
 * @param to what is judged
 * @returns null when they have no patch in common
 */
export function compareShades(from: readonly Patch[], to: readonly Patch[]): ShadeComparison | null {
  const reference = new Map(from.map(({ name, lab }) => [name, lab]));
  const patches = to.flatMap(({ name, lab }): PatchDifference[] => {
    const other = reference.get(name);
    return other ? [{ name, from: other, to: lab, deltaE: deltaE(other, lab) }] : [];
  });
  if (patches.length === 0) return null;
  const sorted = [...patches].sort((a, b) => b.deltaE - a.deltaE);
  const mean = meanOf(patches.map((patch) => patch.deltaE));
  const p95 = sorted[Math.floor(0.05 * (sorted.length - 1))]!.deltaE;
  const greys = patches.filter(({ from: [, a, b] }) => Math.hypot(a, b) < GREY_CHROMA);
  const change = (of: readonly PatchDifference[], axis: 0 | 1 | 2): number =>
    meanOf(of.map((patch) => patch.to[axis] - patch.from[axis]));
  return {
    count: patches.length,
    mean,
    p95,
    worst: sorted.slice(0, WORST),
    patches,
    shift: {
      l: change(patches, 0),
      a: change(patches, 1),
      b: change(patches, 2),
      c: meanOf(patches.map(({ from, to }) => Math.hypot(to[1], to[2]) - Math.hypot(from[1], from[2]))),
    },
    greys:
      greys.length === 0
        ? null
        : { l: change(greys, 0), a: change(greys, 1), b: change(greys, 2), count: greys.length },
    verdict: verdictOf(mean, p95),
  };
}

/** A few bad patches count as much as a mean that is off. */
function verdictOf(mean: number, p95: number): ShadeVerdict {
  if (mean <= MEASURE_NOISE && p95 <= 2.5 * MEASURE_NOISE) return 'same';
  if (mean <= CLOSE && p95 <= 2 * CLOSE) return 'close';
  return mean <= VISIBLE && p95 <= 2 * VISIBLE ? 'visible' : 'plain';
}

const meanOf = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
