import type { Mix } from './state';

/** A lot below this share of what is inside is counted with the largest one: a cartridge refilled for years holds traces of them all. */
const TRACE = 1e-4;

/** Less than this in a dry cartridge is the scale's doubt, not ink of an unknown lot, ml. */
const LEAST_BARE_ML = 0.05;

export const EMPTY_MIX: Mix = new Map();

export function mixMl(mix: Mix): number {
  let total = 0;
  for (const ml of mix.values()) total += ml;
  return total;
}

export const mixesMl = (mixes: readonly Mix[]): number => mixes.reduce((sum, mix) => sum + mixMl(mix), 0);

/** A chamber after ml of a lot went in. */
export function pourInto(mixes: readonly Mix[], chamber: number, lot: string, ml: number): readonly Mix[] {
  const at = Math.min(chamber, mixes.length - 1);
  return mixes.map((mix, i) => (i === at ? new Map(mix).set(lot, (mix.get(lot) ?? 0) + ml) : mix));
}

/**
 * Scales the lots so that they add up to the ink now known to be there: use and draining take from a well-mixed tank in
 * proportion, so fractions stay. What was there before any record is of an unknown lot, or original ink.
 */
export function scaleMixes(mixes: readonly Mix[], ml: number, lotWhenBare: string): readonly Mix[] {
  const total = mixesMl(mixes);
  const target = Math.max(0, ml);
  if (total > 1e-9) {
    const factor = target / total;
    return factor === 1 ? mixes : mixes.map((mix) => scaled(mix, factor, TRACE * target));
  }
  return target > LEAST_BARE_ML ? mixes.map(() => new Map([[lotWhenBare, target / mixes.length]])) : mixes;
}

function scaled(mix: Mix, factor: number, traceBelow: number): Mix {
  let largest: string | null = null;
  let most = -1;
  let traces = 0;
  for (const [lot, ml] of mix) {
    if (ml > most) {
      most = ml;
      largest = lot;
    }
    if (ml * factor < traceBelow) traces += 1;
  }
  const out = new Map<string, number>();
  let merged = 0;
  for (const [lot, ml] of mix) {
    if (traces > 0 && lot !== largest && ml * factor < traceBelow) merged += ml * factor;
    else out.set(lot, ml * factor);
  }
  if (merged > 0 && largest !== null) out.set(largest, (out.get(largest) ?? 0) + merged);
  return out;
}

/** The lots that ml taken from the mixed whole (or one chamber of it) hold; negative ml are ink that came back. */
export function lotsOf(
  mixes: readonly Mix[],
  ml: number,
  lotWhenBare: string,
  chamber: number | null = null,
): Mix {
  const from = chamber === null ? mixes : [mixes[Math.min(chamber, mixes.length - 1)]!];
  const total = mixesMl(from);
  if (ml === 0) return EMPTY_MIX;
  if (total <= 1e-9) return new Map([[lotWhenBare, ml]]);
  const lots = new Map<string, number>();
  for (const mix of from)
    for (const [lot, has] of mix) lots.set(lot, (lots.get(lot) ?? 0) + (has * ml) / total);
  return lots;
}

/** What stays of one chamber, or of all, after ml were taken. */
export function takeFrom(mixes: readonly Mix[], ml: number, chamber: number | null): readonly Mix[] {
  if (chamber === null || mixes.length === 1) return scaleMixes(mixes, mixesMl(mixes) - ml, 'unknown');
  const at = Math.min(chamber, mixes.length - 1);
  return mixes.map((mix, i) => (i === at ? scaleMixes([mix], mixMl(mix) - ml, 'unknown')[0]! : mix));
}
