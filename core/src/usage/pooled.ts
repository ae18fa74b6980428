import { quantileOf } from '../numeric';
import { NO_SHIFT, type Taught } from './cause';
import { SHARED_SCATTER } from './features';
import { apartVariance, type Scatter } from './scatter';
import { explained, ODD_SIGMA, type Seen } from './seen';

export interface Pooled {
  /** Log of used over foretold, all channels together. */
  readonly value: number;
  readonly variance: number;
}

/** All channels' ratios, weighed by what each says; scatter and doubt that they share do not average out. */
export function poolOf(seen: readonly Seen[], scatter: Scatter, taught: readonly Taught[]): Pooled | null {
  const rows = seen.flatMap(({ one, told }, i) => {
    if (explained(one) || !(told.ml > 0.05)) return [];
    const { ml, variance } = taught[i]?.shift ?? NO_SHIFT;
    const own = (apartVariance(told, scatter) + one.used.u ** 2 + variance) / told.ml ** 2;
    return [
      {
        y: Math.log(Math.max(one.used.value - ml, 0.02 * told.ml) / told.ml),
        own: Math.max(own, 1e-5),
        coefficients: told.coefficients / told.ml ** 2,
        jobs: told.jobs / told.ml ** 2,
      },
    ];
  });
  if (rows.length === 0) return null;
  const middle = quantileOf(
    rows.map((row) => row.y),
    0.5,
  )!;
  let weight = 0;
  let sum = 0;
  let coefficients = 0;
  let jobs = 0;
  for (const row of rows) {
    // One channel far from all others says something of itself, not of the printer.
    const odd = rows.length > 2 && Math.abs(row.y - middle) > ODD_SIGMA * Math.sqrt(row.own);
    const w = odd ? 1e-3 / row.own : 1 / row.own;
    weight += w;
    sum += w * row.y;
    coefficients += w * row.coefficients;
    jobs += w * row.jobs;
  }
  return {
    value: sum / weight,
    variance: 1 / weight + (SHARED_SCATTER * scatter.jobs * jobs) / weight + (0.5 * coefficients) / weight,
  };
}
