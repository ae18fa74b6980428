import { all, derive, find, inkOfBottle, pricePerMl, type Body, type Context } from '../define/context';
import { lotsIn, mixesMl } from '../fold/mixes';
import type { Blend, Mix } from '../fold/state';
import type { Slot } from '../../workbook';

export interface LotShare {
  /** Bottle id, or `original`, `unknown`, `flush`. */
  readonly lot: string;
  readonly fraction: number;
}

/**
 * What a chamber holds, by lot, largest first. Source of the rule: a well-mixed tank.
 *
 * @param mix of one chamber
 * @returns fractions that add up to 1, or nothing when the chamber is empty
 */
export function composition(mix: Mix): LotShare[] {
  const { ml, blend } = mix;
  if (ml <= 1e-9) return [];
  return blend.lots
    .map((lot, i) => ({ lot, fraction: blend.parts[i] ?? 0 }))
    .filter((share) => share.fraction > 1e-6)
    .sort((a, b) => b.fraction - a.fraction || (a.lot < b.lot ? -1 : 1));
}

type PricedSlot = Pick<Slot, 'shades' | 'inkClass' | 'original'>;

/**
 * Price of a lot's ink, minor units per ml: of its bottle; an original's per usable ml; a lot of unknown origin at that of the
 * shade's newest bottle, as far as that is known. Rinse water costs nothing.
 *
 * @param slot whose original and shade are meant
 * @returns null when nothing about its price is known
 */
export function priceOfLot(context: Context, lot: string, slot: PricedSlot): number | null {
  if (lot === 'flush') return 0;
  const bottle = find(context, 'bottle', lot);
  if (bottle) return pricePerMl(bottle);
  // An original of which nobody said the price is not known: no bottle's price stands in for it.
  if (lot === 'original') return slot.original ? slot.original.priceMinor / slot.original.usableMl : null;
  return newestPrice(context, slot.shades, slot.inkClass);
}

function newestPrice(context: Context, shades: readonly string[], inkClass: string): number | null {
  return derive(context, `newest/${JSON.stringify(shades)}/${inkClass}`, () => {
    const newest = all(context, 'bottle').findLast((bottle) => {
      const ink = find(context, 'ink', bottle.inkId);
      return ink?.inkClass === inkClass && shades.includes(ink.shade);
    });
    return newest ? pricePerMl(newest) : null;
  });
}

/**
 * Prices of blends in a slot, minor units per ml: each lot's by its part.
 *
 * @returns asks for one: null when the price of any lot in it is unknown
 */
export function pricesOfBlends(context: Context, slot: PricedSlot): (blend: Blend) => number | null {
  const slots = derive(context, 'lotPrices', () => new WeakMap<PricedSlot, Map<string, number | null>>());
  let known = slots.get(slot);
  if (!known) slots.set(slot, (known = new Map<string, number | null>()));
  const prices = known;
  return ({ lots, parts }) => {
    let price = 0;
    for (const [i, lot] of lots.entries()) {
      let one = prices.get(lot);
      if (one === undefined) prices.set(lot, (one = priceOfLot(context, lot, slot)));
      if (one === null) return null;
      price += one * (parts[i] ?? 0);
    }
    return price;
  };
}

/**
 * Mean price of the ink inside, minor units per ml.
 *
 * @returns null when the price of any lot in it is unknown, or nothing is known to be in it and its shade has no bottle
 */
export function priceOfMixes(context: Context, slot: PricedSlot, mixes: readonly Mix[]): number | null {
  const priceOf = pricesOfBlends(context, slot);
  let ml = 0;
  let minor = 0;
  for (const mix of mixes)
    if (mix.ml > 0) {
      const price = priceOf(mix.blend);
      if (price === null) return null;
      ml += mix.ml;
      minor += mix.ml * price;
    }
  return ml > 1e-9 ? minor / ml : newestPrice(context, slot.shades, slot.inkClass);
}

/** Share of the ink inside whose shade or class is not the one the cartridge is dedicated to; flush water is foreign. */
export function foreignFraction(context: Context, mixes: readonly Mix[], body: Body): number {
  let foreign = 0;
  mixes.forEach((mix, chamber) => {
    for (const { lot, ml } of lotsIn(mix)) {
      const ink = inkOfBottle(context, lot);
      const shade = body.cartridge.shades[chamber] ?? body.cartridge.shades[0];
      if (lot === 'flush' || (ink && (ink.shade !== shade || ink.inkClass !== body.cartridge.inkClass)))
        foreign += ml;
    }
  });
  const total = mixesMl(mixes);
  return total > 1e-9 ? foreign / total : 0;
}
