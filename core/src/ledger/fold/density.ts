import type { Uncertain } from '../../quantity';
import { DENSITY_PRIOR } from '../../workbook';
import { all, densityOfInk, derive, inkOfBottle, type Body, type Context } from '../define/context';
import { mixesMl } from './mixes';
import type { Mix } from './state';

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
  const { cartridge } = body;
  const dedicated = namedInk(context, cartridge.shades[0]!, cartridge.inkClass);
  const fallback = dedicated ? densityOfInk(context, dedicated) : DENSITY_PRIOR[cartridge.inkClass];
  const total = mixesMl(mixes);
  if (total <= 1e-9) return fallback;
  let value = 0;
  let u = 0;
  for (const mix of mixes)
    for (const [lot, ml] of mix) {
      const ink = inkOfBottle(context, lot);
      const rho = lot === 'flush' ? DENSITY_PRIOR.flushFluid : ink ? densityOfInk(context, ink) : fallback;
      value += (rho.value * ml) / total;
      u += (rho.u * ml) / total;
    }
  return { value, u };
}
