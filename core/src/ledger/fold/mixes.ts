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
  blend.lots.map((lot, i) => ({ lot, ml: ml * blend.parts[i]! }));

/** A mixture of so much of each lot. */
export const mixOfLots = (held: readonly { readonly lot: string; readonly ml: number }[]): Mix =>
  blended(held);

/** ml of one lot in a mixture. */
export function mlOfLot({ ml, blend }: Mix, lot: string): number {
  const at = blend.lots.indexOf(lot);
  return at < 0 ? 0 : ml * blend.parts[at]!;
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
  const lots: string[] = [];
  const mls: number[] = [];
  let total = 0;
  for (const { lot, ml } of held) {
    const at = lots.indexOf(lot);
    if (at >= 0) mls[at]! += ml;
    else {
      lots.push(lot);
      mls.push(ml);
    }
    total += ml;
  }
  if (!(total > NOTHING_ML)) return total === 0 ? EMPTY_MIX : { ml: total, blend: EMPTY_MIX.blend };
  let largest = 0;
  for (let i = 1; i < mls.length; i++) if (mls[i]! > mls[largest]!) largest = i;
  const kept: string[] = [];
  const parts: number[] = [];
  let traces = 0;
  let place = 0;
  for (let i = 0; i < lots.length; i++) {
    const part = mls[i]! / total;
    if (part < TRACE) {
      traces += part;
      continue;
    }
    if (i === largest) place = kept.length;
    kept.push(lots[i]!);
    parts.push(part);
  }
  parts[place]! += traces;
  // A list that grew has room to grow on: what is kept for years needs none.
  return { ml: total, blend: { lots: kept.slice(), parts: parts.slice() } };
}

/** All chambers as one mixture. */
const together = (mixes: readonly Mix[]): Mix =>
  mixes.length === 1 ? mixes[0]! : blended(mixes.flatMap(lotsIn));

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
  const from = chamber === null ? mixes : [mixes[Math.min(chamber, mixes.length - 1)]!];
  return mixesMl(from) <= NOTHING_ML ? mixOf(lotWhenBare, ml) : { ml, blend: together(from).blend };
}

/** What stays of one chamber, or of all, after ml were taken. */
export function takeFrom(mixes: readonly Mix[], ml: number, chamber: number | null): readonly Mix[] {
  if (chamber === null || mixes.length === 1) return scaleMixes(mixes, mixesMl(mixes) - ml, 'unknown');
  const at = Math.min(chamber, mixes.length - 1);
  return mixes.map((mix, i) => (i === at ? scaleMixes([mix], mix.ml - ml, 'unknown')[0]! : mix));
}
