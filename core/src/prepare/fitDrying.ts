import { fail, ok, type Result, type Uncertain } from '../quantity';
import { ONE_SIDED, studentT } from '../numeric';

export interface DryingReading {
  readonly minutes: number;
  readonly g: number;
}

export interface DryingFit {
  readonly dryG: Uncertain;
  /** Was the dry mass known, or had it to be found from the curve? */
  readonly dryKnown: boolean;
  /** Water at the first reading that counts, g, and the time constant, minutes. */
  readonly waterG: number;
  readonly tauMinutes: Uncertain;
  /** Covariance of water, time constant and dry mass, in this order. */
  readonly covariance: readonly (readonly number[])[];
  /** Minutes (on the readings' clock) at which it is within the tolerance; null when it never will be. */
  readonly readyAt: { readonly minutes: number; readonly from: number; readonly to: number };
  /** Surely (95 %) within twice the tolerance of a known dry mass; else it stood still for hours as well. */
  readonly dryEnough: boolean;
  /** Minutes (on the readings' clock) from which one more weighing would tell; null where none is wanted for that. */
  readonly weighAgainAt: number | null;
  /** Water still inside at the last reading, g (about ml), not below 0. */
  readonly leftG: Uncertain;
  readonly used: readonly DryingReading[];
  readonly notes: readonly DryingNote[];
}

export type DryingNote = 'sorted' | 'rewetted' | 'belowDryMass' | 'weighLater';

export type DryingProblem =
  | { readonly code: 'dryingNotNumbers' }
  | { readonly code: 'dryingFew'; readonly need: number; readonly have: number }
  | { readonly code: 'dryingEqualTimes' }
  | { readonly code: 'dryingRises' }
  | { readonly code: 'dryingNoDecay' };

/** Water that is bound in a sponge, or behind a wall, leaves so slowly that a curve of two hours takes it for the cartridge. */
const STANDS_MINUTES = 6 * 60;
/** Falling by less than this over that time is standing still, g. */
const STANDS_G = 0.06;
/** Dry within this much of the dry mass, g. */
export const DRY_TOLERANCE_G = 0.15;

/**
 * Fits a drying curve `m(t) = m_dry + A·exp(−t/τ)` to repeated weighings. For each τ the rest is linear; τ is found by a
 * golden-section search of the sum of squares over log τ, and the uncertainty from the curvature there.
 * Source: first-order evaporation; variable projection (Golub and Pereyra 1973).
 *
 * @param readings minutes since any zero, and g; in any order
 * @param dryG the dry mass where it is known, else null: then three readings more are worth little
 * @param options tolerance in g, and the standard uncertainty of one weighing in g
 * @returns the fit, or why there is none: `dryingNotNumbers`, `dryingFew` (2 readings with a known dry mass, 4 without),
 *   `dryingEqualTimes`, `dryingRises` (it gains mass), `dryingNoDecay` (it does not fall enough to tell a curve)
 * @example fitDrying([[0, 21.36], [45, 19.58], [90, 18.55], [150, 17.76], [210, 17.33]].map(([minutes, g]) => ({ minutes, g })), 16.82).value.tauMinutes.value.toFixed(1) // "94.0"
 * @example fitDrying([[0, 21.36], [45, 19.58], [90, 18.55], [150, 17.76], [210, 17.33]].map(([minutes, g]) => ({ minutes, g })), 16.82).value.readyAt.minutes.toFixed(0) // "320"
 * @example fitDrying([[0, 21.36], [45, 19.58], [90, 18.55], [150, 17.76], [210, 17.33]].map(([minutes, g]) => ({ minutes, g })), null).value.dryG.value.toFixed(3) // "16.919"
 */
export function fitDrying(
  readings: readonly DryingReading[],
  dryG: Uncertain | number | null,
  options: { readonly toleranceG?: number; readonly readingU?: number } = {},
): Result<DryingFit, DryingProblem> {
  const toleranceG = options.toleranceG ?? DRY_TOLERANCE_G;
  const sigma = options.readingU ?? 0.02;
  if (readings.some(({ minutes, g }) => !(Number.isFinite(minutes) && Number.isFinite(g) && g > 0)))
    return fail({ code: 'dryingNotNumbers' });
  const known = typeof dryG === 'number' ? { value: dryG, u: 0 } : dryG;
  const need = known ? 2 : 4;
  const notes: DryingNote[] = [];
  const sorted = [...readings].sort((a, b) => a.minutes - b.minutes);
  if (sorted.some((reading, i) => reading !== readings[i])) notes.push('sorted');
  const used = afterRewetting(sorted, sigma);
  if (used.length < sorted.length) notes.push('rewetted');
  if (used.length === 1 && sorted.length > 1) return fail({ code: 'dryingRises' });
  if (used.length < need) return fail({ code: 'dryingFew', need, have: used.length });
  const first = used[0]!;
  const last = used[used.length - 1]!;
  if (last.minutes - first.minutes < 1e-6) return fail({ code: 'dryingEqualTimes' });
  if (known && last.g < known.value - 3 * Math.hypot(sigma, known.u)) notes.push('belowDryMass');
  const fall = first.g - last.g;
  if (fall < -3 * sigma) return fail({ code: 'dryingRises' });
  // Dry already: nothing falls any more, and it stands at its known dry mass.
  if (known && Math.abs(last.g - known.value) <= toleranceG && fall < 3 * sigma * Math.SQRT2)
    return ok(already(used, known, notes, sigma));
  if (fall < 3 * sigma * Math.SQRT2) return fail({ code: 'dryingNoDecay' });

  const span = last.minutes - first.minutes;
  const times = used.map((reading) => reading.minutes - first.minutes);
  const masses = used.map((reading) => reading.g);
  const cost = (logTau: number): number =>
    linear(times, masses, Math.exp(logTau), known?.value ?? null).squares;
  const logTau = goldenSection(cost, Math.log(span / 60), Math.log(span * 30));
  const tau = Math.exp(logTau);
  const { dry, water, squares } = linear(times, masses, tau, known?.value ?? null);
  if (!(water > 2 * sigma) || tau > span * 25) return fail({ code: 'dryingNoDecay' });

  // Covariance of (A, τ) or (A, τ, m_dry) from the Jacobian at the minimum.
  const rows = times.map((t) => {
    const decay = Math.exp(-t / tau);
    const row = [decay, (water * decay * t) / tau ** 2];
    return known ? row : [...row, 1];
  });
  const parameters = known ? 2 : 3;
  const freedom = used.length - parameters;
  const scatter = freedom > 0 ? squares / freedom : 0;
  const variance = Math.max(sigma ** 2, scatter);
  const cov = invert(normalMatrix(rows, parameters));
  if (!cov) return fail({ code: 'dryingNoDecay' });
  const u = (i: number): number => Math.sqrt(Math.max(0, cov[i]![i]! * variance));
  const ready = tau * Math.log(Math.max(water / toleranceG, 1e-9));
  // Delta method: ready = τ·ln(A/tol); a known dry mass with its own doubt shifts A one for one.
  const grad = [tau / water, Math.log(Math.max(water / toleranceG, 1e-9)), 0];
  let readyVar = 0;
  for (let i = 0; i < parameters; i++)
    for (let j = 0; j < parameters; j++) readyVar += grad[i]! * grad[j]! * cov[i]![j]! * variance;
  if (known) readyVar += ((known.u * tau) / Math.max(toleranceG, 1e-6)) ** 2;
  const half =
    studentT(scatter > sigma ** 2 ? Math.max(1, freedom) : Infinity) * Math.sqrt(Math.max(0, readyVar));
  const dryNow = known ?? { value: dry, u: u(2) };
  const leftNow = Math.max(0, last.g - dryNow.value);
  const seemsDry = leftNow <= toleranceG;
  const surely = known !== null && leftNow + ONE_SIDED * Math.hypot(sigma, known.u) <= 2 * toleranceG;
  const dryEnough = seemsDry && (surely || stood(used, sigma));
  if (seemsDry && !dryEnough) notes.push('weighLater');
  return ok({
    dryG: dryNow,
    dryKnown: known !== null,
    waterG: water,
    tauMinutes: { value: tau, u: u(1) },
    covariance: covarianceOf(cov, variance, known),
    readyAt: {
      minutes: first.minutes + Math.max(0, ready),
      from: first.minutes + Math.max(0, ready - half),
      to: first.minutes + Math.max(0, ready + half),
    },
    dryEnough,
    weighAgainAt: seemsDry && !dryEnough ? last.minutes + STANDS_MINUTES : null,
    leftG: { value: leftNow, u: Math.hypot(sigma, dryNow.u) },
    used,
    notes,
  });
}

/** Has it weighed the same for hours? */
function stood(used: readonly DryingReading[], sigma: number): boolean {
  const last = used[used.length - 1]!;
  return used.some(
    ({ minutes, g }) =>
      last.minutes - minutes >= STANDS_MINUTES && g - last.g <= Math.max(STANDS_G, 2 * sigma * Math.SQRT2),
  );
}

function already(
  used: readonly DryingReading[],
  known: Uncertain,
  notes: readonly DryingNote[],
  sigma: number,
): DryingFit {
  const last = used[used.length - 1]!;
  return {
    dryG: known,
    dryKnown: true,
    waterG: Math.max(0, used[0]!.g - known.value),
    tauMinutes: { value: 0, u: 0 },
    covariance: covarianceOf([], 0, known),
    readyAt: { minutes: last.minutes, from: last.minutes, to: last.minutes },
    dryEnough: true,
    weighAgainAt: null,
    leftG: { value: Math.max(0, last.g - known.value), u: Math.hypot(sigma, known.u) },
    used,
    notes,
  };
}

/** Of (A, τ, m_dry): a known dry mass with its own doubt shifts A one for one. */
function covarianceOf(
  cov: readonly (readonly number[])[],
  variance: number,
  known: Uncertain | null,
): number[][] {
  const doubt = (known?.u ?? 0) ** 2;
  const shift = [
    [doubt, 0, -doubt],
    [0, 0, 0],
    [-doubt, 0, doubt],
  ];
  return shift.map((row, i) => row.map((own, j) => own + (cov[i]?.[j] ?? 0) * variance));
}

/** What follows the last clear rise in mass: someone rinsed again, and the curve began anew. */
function afterRewetting(sorted: readonly DryingReading[], sigma: number): readonly DryingReading[] {
  let from = 0;
  for (let i = 1; i < sorted.length; i++)
    if (sorted[i]!.g > sorted[i - 1]!.g + Math.max(0.1, 4 * sigma)) from = i;
  return sorted.slice(from);
}

/** For a given τ: A, and m_dry when it is free, by linear least squares. */
function linear(times: readonly number[], masses: readonly number[], tau: number, known: number | null) {
  const decays = times.map((t) => Math.exp(-t / tau));
  let dry: number;
  let water: number;
  if (known !== null) {
    dry = known;
    water =
      decays.reduce((sum, d, i) => sum + d * (masses[i]! - known), 0) /
      decays.reduce((sum, d) => sum + d * d, 0);
  } else {
    const n = times.length;
    const meanD = decays.reduce((a, b) => a + b, 0) / n;
    const meanM = masses.reduce((a, b) => a + b, 0) / n;
    const spread = decays.reduce((sum, d) => sum + (d - meanD) ** 2, 0);
    water =
      spread > 1e-15 ? decays.reduce((sum, d, i) => sum + (d - meanD) * (masses[i]! - meanM), 0) / spread : 0;
    dry = meanM - water * meanD;
  }
  const squares = decays.reduce((sum, d, i) => sum + (masses[i]! - dry - water * d) ** 2, 0);
  return { dry, water, squares };
}

function goldenSection(f: (x: number) => number, low: number, high: number): number {
  // A coarse scan first: the sum of squares may have a flat shoulder.
  let best = low;
  const step = (high - low) / 60;
  for (let x = low; x <= high; x += step) if (f(x) < f(best)) best = x;
  let a = Math.max(low, best - step);
  let b = Math.min(high, best + step);
  const ratio = (Math.sqrt(5) - 1) / 2;
  for (let i = 0; i < 80; i++) {
    const c = b - ratio * (b - a);
    const d = a + ratio * (b - a);
    if (f(c) < f(d)) b = d;
    else a = c;
  }
  return (a + b) / 2;
}

function normalMatrix(rows: readonly (readonly number[])[], n: number): number[][] {
  return Array.from({ length: n }, (_, i) =>
    Array.from({ length: n }, (_, j) => rows.reduce((sum, row) => sum + row[i]! * row[j]!, 0)),
  );
}

/** Inverse of a small symmetric matrix by Gauss and Jordan with pivoting; null when it has none. */
function invert(matrix: readonly (readonly number[])[]): number[][] | null {
  const n = matrix.length;
  // Scaled, since τ and A differ by orders of magnitude.
  const scale = matrix.map((row, i) => Math.sqrt(row[i]!) || 1);
  const a = matrix.map((row, i) => [
    ...row.map((value, j) => value / (scale[i]! * scale[j]!)),
    ...Array.from({ length: n }, (_, j) => (i === j ? 1 : 0)),
  ]);
  for (let k = 0; k < n; k++) {
    let pivot = k;
    for (let i = k + 1; i < n; i++) if (Math.abs(a[i]![k]!) > Math.abs(a[pivot]![k]!)) pivot = i;
    if (Math.abs(a[pivot]![k]!) < 1e-12) return null;
    [a[k], a[pivot]] = [a[pivot]!, a[k]!];
    const lead = a[k]![k]!;
    for (let j = 0; j < 2 * n; j++) a[k]![j]! /= lead;
    for (let i = 0; i < n; i++) {
      if (i === k) continue;
      const factor = a[i]![k]!;
      for (let j = 0; j < 2 * n; j++) a[i]![j]! -= factor * a[k]![j]!;
    }
  }
  return a.map((row, i) => row.slice(n).map((value, j) => value / (scale[i]! * scale[j]!)));
}
