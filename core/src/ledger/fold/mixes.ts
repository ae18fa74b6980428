import type { Mix } from './state';

/** A lot below this share of what is inside is counted with the largest one: a cartridge refilled for years holds traces of them all. */
const TRACE = 1e-4;

/** Less than this in a dry cartridge is the scale's doubt, not ink of an unknown lot, ml. */
const LEAST_BARE_ML = 0.05;

/** Less than this is nothing, ml. */
export const NOTHING_ML = 1e-9;

export const EMPTY_MIX: Mix = { ml: 0, blend: { lots: [], parts: [] } };

/** So much of one lot. */
export const mixOf = (lot: string, ml: number): Mix => ({ ml, blend: { lots: [lot], parts: [1] } });

export function mixesMl(mixes: readonly Mix[]): number {
  let total = 0;
  for (const { ml } of mixes) total += ml;
  return total;
}

/** What a mixture holds, lot by lot, ml. */
export const lotsIn = ({ ml, blend }: Mix): { readonly lot: string; readonly ml: number }[] =>
  blend.lots.map((lot, i) => ({ lot, ml: ml * (blend.parts[i] ?? 0) }));

/** A mixture of so much of each lot. */
export const mixOfLots = (held: readonly { readonly lot: string; readonly ml: number }[]): Mix =>
  blended(held);

/** ml of one lot in a mixture. */
export function mlOfLot({ ml, blend }: Mix, lot: string): number {
  const at = blend.lots.indexOf(lot);
  return ml * (blend.parts[at] ?? 0);
}

/** The mixture without one of its lots. */
export function withoutLot(mix: Mix, lot: string): Mix {
  if (!mix.blend.lots.includes(lot)) return mix;
  return blended(lotsIn(mix).filter((held) => held.lot !== lot));
}

/** A chamber after ml of a lot went in. */
export function pourInto(mixes: readonly Mix[], chamber: number, lot: string, ml: number): readonly Mix[] {
  const at = Math.min(chamber, mixes.length - 1);
  return mixes.map((mix, i) =>
    i !== at ? mix : mix.ml <= NOTHING_ML ? mixOf(lot, mix.ml + ml) : blended([...lotsIn(mix), { lot, ml }]),
  );
}

/** One mixture of amounts of lots, a lot more than once or not; traces are counted with the largest. */
function blended(held: readonly { readonly lot: string; readonly ml: number }[]): Mix {
  const sums = new Map<string, number>();
  let total = 0;
  for (const { lot, ml } of held) {
    sums.set(lot, (sums.get(lot) ?? 0) + ml);
    total += ml;
  }
  if (!(total > NOTHING_ML)) return total === 0 ? EMPTY_MIX : { ml: total, blend: EMPTY_MIX.blend };
  let largest = -Infinity;
  for (const ml of sums.values()) if (ml > largest) largest = ml;
  const lots: string[] = [];
  const parts: number[] = [];
  let traces = 0;
  let place = -1;
  for (const [lot, ml] of sums) {
    if (ml / total < TRACE) traces += ml / total;
    else {
      if (ml === largest && place < 0) place = lots.length;
      lots.push(lot);
      parts.push(ml / total);
    }
  }
  // A list that grew has room to grow on: what is kept for years needs none.
  return {
    ml: total,
    blend: { lots: lots.slice(), parts: parts.map((part, i) => (i === place ? part + traces : part)) },
  };
}

/** All chambers as one mixture. */
const together = ([first = EMPTY_MIX, ...others]: readonly Mix[]): Mix =>
  others.length === 0 ? first : blended([first, ...others].flatMap(lotsIn));

/**
 * Scales the lots so that they add up to the ink now known to be there: use and draining take from a well-mixed tank in
 * proportion, so fractions stay. What was there before any record is of an unknown lot, or original ink.
 */
export function scaleMixes(mixes: readonly Mix[], ml: number, lotWhenBare: string): readonly Mix[] {
  const total = mixesMl(mixes);
  const target = Math.max(0, ml);
  if (total > NOTHING_ML) {
    const factor = target / total;
    return factor === 1 ? mixes : mixes.map((mix) => ({ ml: mix.ml * factor, blend: mix.blend }));
  }
  return target > LEAST_BARE_ML ? mixes.map(() => mixOf(lotWhenBare, target / mixes.length)) : mixes;
}

/** The lots that ml taken from the mixed whole (or one chamber of it) hold; negative ml are ink that came back. */
export function lotsOf(
  mixes: readonly Mix[],
  ml: number,
  lotWhenBare: string,
  chamber: number | null = null,
): Mix {
  if (ml === 0) return EMPTY_MIX;
  const from = chamber === null ? mixes : mixes.slice(Math.min(chamber, mixes.length - 1)).slice(0, 1);
  return mixesMl(from) <= NOTHING_ML ? mixOf(lotWhenBare, ml) : { ml, blend: together(from).blend };
}

/** What stays of one chamber, or of all, after ml were taken. */
export function takeFrom(mixes: readonly Mix[], ml: number, chamber: number | null): readonly Mix[] {
  if (chamber === null || mixes.length === 1) return scaleMixes(mixes, mixesMl(mixes) - ml, 'unknown');
  const at = Math.min(chamber, mixes.length - 1);
  return mixes.flatMap((mix, i) => (i === at ? scaleMixes([mix], mix.ml - ml, 'unknown') : [mix]));
}
