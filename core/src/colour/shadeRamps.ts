import type { ShadeComparison } from './compareShades';

/** The steps of one hue, such as `G1` to `G8` or `cyan 25` to `cyan 100`, in both prints. */
export interface ShadeRamp {
  readonly name: string;
  readonly steps: readonly {
    readonly step: number;
    /** L* and C* of the reference, and of what is judged. */
    readonly from: { readonly l: number; readonly c: number };
    readonly to: { readonly l: number; readonly c: number };
    readonly deltaE: number;
  }[];
}

/** Fewer steps show no curve. */
const FEWEST = 3;

/**
 * The ramps in a comparison: patches whose names are alike but for the number at their end. A channel printed by itself is such
 * a ramp; where a driver mixes inks, a hue is.
 *
 * @returns steps in order; the ramp that differs most first
 */
export function shadeRamps({ patches }: ShadeComparison): ShadeRamp[] {
  const ramps = new Map<string, ShadeRamp['steps'][number][]>();
  for (const { name, from, to, deltaE } of patches) {
    const parts = /^(.*?)[\s_-]*(\d+(?:[.,]\d+)?)\s*%?$/.exec(name);
    if (!parts?.[1]) continue;
    const polar = ([l, a, b]: typeof from) => ({ l, c: Math.hypot(a, b) });
    const step = Number(parts[2]!.replace(',', '.'));
    ramps.set(parts[1], [...(ramps.get(parts[1]) ?? []), { step, from: polar(from), to: polar(to), deltaE }]);
  }
  const most = ({ steps }: ShadeRamp): number => Math.max(...steps.map(({ deltaE }) => deltaE));
  return [...ramps]
    .filter(([, steps]) => steps.length >= FEWEST)
    .map(([name, steps]) => ({ name, steps: [...steps].sort((a, b) => a.step - b.step) }))
    .sort((a, b) => most(b) - most(a));
}
