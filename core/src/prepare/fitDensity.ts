import { fail, ok, type Result, type Uncertain } from '../quantity';

export interface DispensedPoint {
  readonly ml: number;
  readonly g: number;
}

export interface DensityFit {
  /** Slope of mass over volume, g/ml. */
  readonly density: Uncertain;
  /** Mass at no volume, g: what a needle's dead volume leaves. 0 through the origin. */
  readonly interceptG: number;
  /** Scatter about the line, g. */
  readonly residualG: number;
  /** Index of the point that does not belong with the others, or null. */
  readonly outlier: number | null;
}

export type DensityProblem =
  | { readonly code: 'densityFew'; readonly need: number; readonly have: number }
  | { readonly code: 'densityNotNumbers' }
  | { readonly code: 'densitySameVolumes' }
  | { readonly code: 'densityImplausible'; readonly value: number };

/** Beyond this deleted Studentised residual a point is named. */
const OUTLIER_AT = 6;
/** A line through few points may fit by luck: the scale and the syringe are never better than this, g. */
const LEAST_RESIDUAL_G = 0.01;

/**
 * An ink's density from several dispensed volumes: ordinary least squares of mass on volume, slope with its standard
 * uncertainty `s/√Σ(x−x̄)²`; with an intercept unless told otherwise, since a syringe has dead volume.
 * Source: any text on linear regression; uncertainty by JCGM 100:2008 H.3.
 *
 * @param points ml dispensed and g weighed
 * @param throughOrigin no intercept: the first drop out is the first gram
 * @returns the fit, or why there is none: `densityFew` (3 points, 2 through the origin), `densityNotNumbers` (NaN, or below
 *   0), `densitySameVolumes`, `densityImplausible` (not within 0.7 to 1.6 g/ml)
 * @example fitDensity([{ ml: 5, g: 5.31 }, { ml: 10, g: 10.66 }, { ml: 15, g: 15.93 }, { ml: 20, g: 21.27 }]).value.density.value.toFixed(4) // "1.0630"
 * @example fitDensity([{ ml: 5, g: 5.31 }, { ml: 10, g: 10.66 }, { ml: 15, g: 15.93 }, { ml: 20, g: 21.27 }]).value.density.u.toFixed(4) // "0.0021"
 * @example fitDensity([{ ml: 5, g: 5.31 }, { ml: 10, g: 10.66 }, { ml: 15, g: 15.93 }, { ml: 20, g: 21.27 }], true).value.density.value.toFixed(4) // "1.0633"
 */
export function fitDensity(
  points: readonly DispensedPoint[],
  throughOrigin = false,
): Result<DensityFit, DensityProblem> {
  const need = throughOrigin ? 2 : 3;
  if (points.some(({ ml, g }) => !(Number.isFinite(ml) && Number.isFinite(g) && ml >= 0 && g >= 0)))
    return fail({ code: 'densityNotNumbers' });
  if (points.length < need) return fail({ code: 'densityFew', need, have: points.length });
  const fit = line(points, throughOrigin);
  if (!fit) return fail({ code: 'densitySameVolumes' });
  if (!(fit.slope > 0.7 && fit.slope < 1.6)) return fail({ code: 'densityImplausible', value: fit.slope });
  const s = Math.max(fit.s, LEAST_RESIDUAL_G);
  return ok({
    density: { value: fit.slope, u: s / Math.sqrt(fit.spread) },
    interceptG: fit.intercept,
    residualG: fit.s,
    outlier: points.length > need + 1 ? strangest(points, throughOrigin) : null,
  });
}

function line(points: readonly DispensedPoint[], throughOrigin: boolean) {
  const n = points.length;
  const meanX = throughOrigin ? 0 : points.reduce((sum, p) => sum + p.ml, 0) / n;
  const meanY = throughOrigin ? 0 : points.reduce((sum, p) => sum + p.g, 0) / n;
  const spread = points.reduce((sum, p) => sum + (p.ml - meanX) ** 2, 0);
  if (!(spread > 1e-9)) return null;
  const slope = points.reduce((sum, p) => sum + (p.ml - meanX) * (p.g - meanY), 0) / spread;
  const intercept = meanY - slope * meanX;
  const squares = points.reduce((sum, p) => sum + (p.g - intercept - slope * p.ml) ** 2, 0);
  const freedom = n - (throughOrigin ? 1 : 2);
  return { slope, intercept, spread, meanX, s: freedom > 0 ? Math.sqrt(squares / freedom) : 0 };
}

/** The point that lies farthest from the line through the others, if it is far enough. */
function strangest(points: readonly DispensedPoint[], throughOrigin: boolean): number | null {
  let worst: number | null = null;
  let most = OUTLIER_AT;
  points.forEach((point, i) => {
    const others = line(
      points.filter((_, j) => j !== i),
      throughOrigin,
    );
    if (!others) return;
    const s = Math.max(others.s, LEAST_RESIDUAL_G);
    const n = points.length - 1;
    const leverage = (throughOrigin ? 0 : 1 / n) + (point.ml - others.meanX) ** 2 / others.spread;
    const far =
      Math.abs(point.g - others.intercept - others.slope * point.ml) / (s * Math.sqrt(1 + leverage));
    if (far > most) {
      most = far;
      worst = i;
    }
  });
  return worst;
}
