import type { Uncertain } from '../../quantity';
import { DENSITY_PRIOR } from '../../workbook';
import {
  all,
  densityOfInk,
  derive,
  deriveFor,
  inkOfBottle,
  type Body,
  type Context,
} from '../define/context';
import type { Blend, Mix } from './state';

/** The ink that the workbook names for a shade and class, when a lot inside is unknown. */
function namedInk(context: Context, shade: string, inkClass: string) {
  return derive(context, `ink/${shade}/${inkClass}`, () =>
    all(context, 'ink').find((ink) => ink.shade === shade && ink.inkClass === inkClass),
  );
}

/**
 * Density of what is inside: total mass over total volume of the lots, `Σ f·ρ`, with `u = Σ f·u(ρ)` (lots of one maker
 * err together). An empty or unknown cartridge takes the ink of its shade, or the prior of its class.
 *
 * @param body whose ink it is
 * @param mixes ml by lot, for each chamber
 * @returns g/ml
 */
export function densityOfMixes(context: Context, body: Body, mixes: readonly Mix[]): Uncertain {
  const [only] = mixes;
  if (only && mixes.length === 1 && only.ml > 1e-9) return densityOfBlend(context, body, only.blend).density;
  let total = 0;
  let value = 0;
  let u = 0;
  for (const mix of mixes)
    if (mix.ml > 0) {
      const rho = densityOfBlend(context, body, mix.blend).density;
      total += mix.ml;
      value += rho.value * mix.ml;
      u += rho.u * mix.ml;
    }
  return total > 1e-9 ? { value: value / total, u: u / total } : densityOfLot(context, body, 'unknown');
}

interface BlendDensity {
  blend: Blend | null;
  density: Uncertain;
  /** The density of each of its lots, where all are of one. */
  one: number | null;
}

function densityOfBlend(context: Context, body: Body, blend: Blend): Readonly<BlendDensity> {
  // It is mostly asked of the same blend again, until something else goes in.
  const last = deriveFor<BlendDensity>(context, 'blends', body.cartridge.id, () => ({
    blend: null,
    density: DENSITY_PRIOR.pigment,
    one: null,
  }));
  if (last.blend !== blend) {
    let value = 0;
    let u = 0;
    let one: number | null = null;
    let differs = false;
    for (const [i, lot] of blend.lots.entries()) {
      const rho = densityOfLot(context, body, lot);
      const part = blend.parts[i] ?? 0;
      value += rho.value * part;
      u += rho.u * part;
      differs ||= one !== null && !isSame(rho.value, one);
      one = rho.value;
    }
    last.blend = blend;
    last.density = { value, u };
    last.one = differs ? null : one;
  }
  return last;
}

const isSame = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-9;

/**
 * Density of what is inside after more was poured in, where all lots are of one: then it does not matter how much of each is there.
 *
 * @param mixes ml by lot before, for each chamber
 * @param poured lots that went in since, in order
 * @returns g/ml; null where lots differ
 */
export function densityOfAll(
  context: Context,
  body: Body,
  mixes: readonly Mix[],
  poured: readonly string[],
): Uncertain | null {
  let first: number | null = null;
  for (const { blend } of mixes)
    if (blend.lots.length > 0) {
      const { one } = densityOfBlend(context, body, blend);
      if (one === null || (first !== null && !isSame(one, first))) return null;
      first = one;
    }
  let last: Uncertain | null = null;
  for (const lot of poured) {
    last = densityOfLot(context, body, lot);
    if (first !== null && !isSame(last.value, first)) return null;
    first = last.value;
  }
  return last ?? densityOfMixes(context, body, mixes);
}

/** Density of one lot in this cartridge; what came out of no bottle is taken for the ink of its shade. */
function densityOfLot(context: Context, body: Body, lot: string): Uncertain {
  const lots = deriveFor(context, 'densities', body.cartridge.id, () => new Map<string, Uncertain>());
  let density = lots.get(lot);
  if (!density) {
    const { cartridge } = body;
    const ink =
      inkOfBottle(context, lot) ??
      (lot === 'flush' ? undefined : namedInk(context, cartridge.shades[0] ?? '', cartridge.inkClass));
    density =
      lot === 'flush'
        ? DENSITY_PRIOR.flushFluid
        : ink
          ? densityOfInk(context, ink)
          : DENSITY_PRIOR[cartridge.inkClass];
    lots.set(lot, density);
  }
  return density;
}
