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
  if (only && mixes.length === 1 && only.ml > 1e-9) return densityOfBlend(context, body, only.blend);
  let total = 0;
  let value = 0;
  let u = 0;
  for (const mix of mixes)
    if (mix.ml > 0) {
      const rho = densityOfBlend(context, body, mix.blend);
      total += mix.ml;
      value += rho.value * mix.ml;
      u += rho.u * mix.ml;
    }
  return total > 1e-9 ? { value: value / total, u: u / total } : densityOfLot(context, body, 'unknown');
}

function densityOfBlend(context: Context, body: Body, blend: Blend): Uncertain {
  // It is mostly asked of the same blend again, until something else goes in.
  const last = deriveFor<{ blend: Blend | null; density: Uncertain }>(
    context,
    'blends',
    body.cartridge.id,
    () => ({ blend: null, density: DENSITY_PRIOR.pigment }),
  );
  if (last.blend !== blend) {
    let value = 0;
    let u = 0;
    blend.lots.forEach((lot, i) => {
      const rho = densityOfLot(context, body, lot);
      value += rho.value * blend.parts[i]!;
      u += rho.u * blend.parts[i]!;
    });
    last.blend = blend;
    last.density = { value, u };
  }
  return last.density;
}

/** True when all lots are of one density: then it does not matter how much of each is there. */
export function isOneDensity(context: Context, body: Body, lots: Iterable<string>): boolean {
  let first: number | null = null;
  for (const lot of lots) {
    const { value } = densityOfLot(context, body, lot);
    if (first !== null && Math.abs(value - first) > 1e-9) return false;
    first = value;
  }
  return true;
}

/** Density of one lot in this cartridge; what came out of no bottle is taken for the ink of its shade. */
export function densityOfLot(context: Context, body: Body, lot: string): Uncertain {
  const lots = deriveFor(context, 'densities', body.cartridge.id, () => new Map<string, Uncertain>());
  let density = lots.get(lot);
  if (!density) {
    const { cartridge } = body;
    const ink =
      inkOfBottle(context, lot) ??
      (lot === 'flush' ? undefined : namedInk(context, cartridge.shades[0]!, cartridge.inkClass));
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
