import type { Uncertain } from '../quantity';
import { DENSITY_PRIOR } from '../workbook';
import {
  all,
  densityOfInk,
  derive,
  find,
  inkOfBottle,
  pricePerMl,
  slotFor,
  type Body,
  type Context,
} from './context';
import type { CartridgeState, Mix } from './state';

function sum(mix: Mix): number {
  let total = 0;
  for (const lot in mix) total += mix[lot]!;
  return total;
}

/** Total of a cartridge's chambers by the books, ml. */
export const mixTotal = (state: CartridgeState): number =>
  state.chambers.reduce((total, mix) => total + sum(mix), 0);

/**
 * Scales the lots inside so that they add up to the ink now known to be there: use and draining take from a well-mixed
 * tank in proportion, so fractions stay. What was there before any record is of an unknown lot, or original ink.
 */
export function scaleMix(state: CartridgeState, ml: number, lotWhenBare: string): void {
  const total = mixTotal(state);
  const target = Math.max(0, ml);
  if (total > 1e-9) {
    const factor = target / total;
    for (const mix of state.chambers) {
      for (const lot in mix) mix[lot] = mix[lot]! * factor;
      mergeTraces(mix, TRACE * target);
    }
  } else if (target > 0.5) {
    for (const mix of state.chambers) mix[lotWhenBare] = target / state.chambers.length;
  }
}

/** A lot below this share of what is inside is counted with the largest one: a cartridge refilled for years holds traces of them all. */
const TRACE = 1e-4;

function mergeTraces(mix: Mix, below: number): void {
  let largest: string | null = null;
  let traces = 0;
  for (const lot in mix) {
    if (largest === null || mix[lot]! > mix[largest]!) largest = lot;
    if (mix[lot]! < below) traces += 1;
  }
  if (traces === 0 || largest === null) return;
  for (const lot of Object.keys(mix))
    if (lot !== largest && mix[lot]! < below) {
      mix[largest]! += mix[lot]!;
      delete mix[lot];
    }
}

export interface LotShare {
  /** Bottle id, or `original`, `unknown`, `flush`. */
  readonly lot: string;
  readonly fraction: number;
}

/**
 * What a chamber holds, by lot, largest first. Source of the rule: a well-mixed tank.
 *
 * @param mix ml by lot
 * @returns fractions that add up to 1, or nothing when the chamber is empty
 */
export function composition(mix: Mix): LotShare[] {
  const total = sum(mix);
  if (total <= 1e-9) return [];
  return Object.entries(mix)
    .map(([lot, ml]) => ({ lot, fraction: ml / total }))
    .filter((share) => share.fraction > 1e-6)
    .sort((a, b) => b.fraction - a.fraction);
}

/** The ink that the workbook names for a shade and class, when a lot inside is unknown. */
function namedInk(context: Context, shade: string, inkClass: string) {
  return derive(context, `ink/${shade}/${inkClass}`, () =>
    all(context, 'ink').find((ink) => ink.shade === shade && ink.inkClass === inkClass),
  );
}

/**
 * Density of what is inside: total mass over total volume of the lots, `Σ f·ρ`, with `u = Σ f·u(ρ)` (lots of one maker
 * err together). An empty or unknown cartridge takes the ink of its shade, or the prior of its class.
 */
export function densityInside(context: Context, state: CartridgeState | undefined, body: Body): Uncertain {
  const { cartridge } = body;
  const dedicated = namedInk(context, cartridge.shades[0]!, cartridge.inkClass);
  const fallback = dedicated ? densityOfInk(context, dedicated) : DENSITY_PRIOR[cartridge.inkClass];
  const total = state ? mixTotal(state) : 0;
  if (!state || total <= 1e-9) return fallback;
  let value = 0;
  let u = 0;
  for (const mix of state.chambers)
    for (const lot in mix) {
      const ml = mix[lot]!;
      const ink = inkOfBottle(context, lot);
      const rho = lot === 'flush' ? DENSITY_PRIOR.flushFluid : ink ? densityOfInk(context, ink) : fallback;
      value += (rho.value * ml) / total;
      u += (rho.u * ml) / total;
    }
  return { value, u };
}

/**
 * Mean price of the ink inside, minor units per ml. Original ink is counted at its price per usable ml; a lot of unknown
 * price at that of the shade's newest bottle.
 *
 * @returns null when nothing about its price is known
 */
export function priceInside(context: Context, state: CartridgeState, body: Body): number | null {
  const { cartridge } = body;
  const original = slotFor(context, cartridge)?.slot.original ?? null;
  const newest = derive(context, `newest/${cartridge.shades.join()}/${cartridge.inkClass}`, () =>
    all(context, 'bottle').findLast((bottle) => {
      const ink = find(context, 'ink', bottle.inkId);
      return ink?.inkClass === cartridge.inkClass && cartridge.shades.includes(ink.shade);
    }),
  );
  const fallback = newest ? pricePerMl(newest) : null;
  let known = 0;
  let minor = 0;
  for (const mix of state.chambers)
    for (const lot in mix) {
      const ml = mix[lot]!;
      const bottle = find(context, 'bottle', lot);
      const price = bottle
        ? pricePerMl(bottle)
        : lot === 'original' && original
          ? original.priceMinor / original.usableMl
          : fallback;
      if (price === null) continue;
      known += ml;
      minor += ml * price;
    }
  return known > 1e-9 ? minor / known : fallback;
}

/** Share of the ink inside whose shade or class is not the one the cartridge is dedicated to; flush water is foreign. */
export function foreignFraction(context: Context, state: CartridgeState, body: Body): number {
  let foreign = 0;
  state.chambers.forEach((mix, chamber) => {
    for (const [lot, ml] of Object.entries(mix)) {
      const ink = inkOfBottle(context, lot);
      const shade = body.cartridge.shades[chamber] ?? body.cartridge.shades[0];
      if (lot === 'flush' || (ink && (ink.shade !== shade || ink.inkClass !== body.cartridge.inkClass)))
        foreign += ml;
    }
  });
  const total = mixTotal(state);
  return total > 1e-9 ? foreign / total : 0;
}
