import { fail, ok, type Result, type Uncertain } from '../quantity';
import { ONE_SIDED, Square, studentT } from '../numeric';
import { decayThrough, leastDecay, type Weighing } from './decayThrough';

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
  readonly covariance: Square;
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
  const first = used.at(0);
  const last = used.at(-1);
  if (!first || !last || used.length < need) return fail({ code: 'dryingFew', need, have: used.length });
  if (last.minutes - first.minutes < 1e-6) return fail({ code: 'dryingEqualTimes' });
  if (known && last.g < known.value - 3 * Math.hypot(sigma, known.u)) notes.push('belowDryMass');
  const fall = first.g - last.g;
  if (fall < -3 * sigma) return fail({ code: 'dryingRises' });
  // Dry already: nothing falls any more, and it stands at its known dry mass.
  if (known && Math.abs(last.g - known.value) <= toleranceG && fall < 3 * sigma * Math.SQRT2)
    return ok(already(used, [first, last], known, notes, sigma));
  if (fall < 3 * sigma * Math.SQRT2) return fail({ code: 'dryingNoDecay' });

  const span = last.minutes - first.minutes;
  const points = used.map(({ minutes, g }): Weighing => ({ t: minutes - first.minutes, g }));
  const tau = leastDecay(points, known?.value ?? null);
  const { dry, water, squares } = decayThrough(points, tau, known?.value ?? null);
  if (!(water > 2 * sigma) || tau > span * 25) return fail({ code: 'dryingNoDecay' });

  // Covariance of (A, τ) or (A, τ, m_dry) from the Jacobian at the minimum.
  const rows = points.map(({ t }) => {
    const decay = Math.exp(-t / tau);
    const row = [decay, (water * decay * t) / tau ** 2];
    return known ? row : [...row, 1];
  });
  const parameters = known ? 2 : 3;
  const freedom = used.length - parameters;
  const scatter = freedom > 0 ? squares / freedom : 0;
  const variance = Math.max(sigma ** 2, scatter);
  const inverse = normalMatrix(rows, parameters).inverse();
  if (!inverse) return fail({ code: 'dryingNoDecay' });
  const cov = new Square(3, (i, j) => (Math.max(i, j) < parameters ? inverse.get(i, j) * variance : 0));
  const u = (i: number): number => Math.sqrt(Math.max(0, cov.get(i, i)));
  const tolerances = Math.log(Math.max(water / toleranceG, 1e-9));
  const ready = tau * tolerances;
  // Delta method: ready = τ·ln(A/tol); a known dry mass with its own doubt shifts A one for one.
  let readyVar = cov.along([tau / water, tolerances, 0]);
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
    covariance: withDryDoubt(cov, known),
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
  const last = used.at(-1);
  return used.some(
    ({ minutes, g }) =>
      last !== undefined &&
      last.minutes - minutes >= STANDS_MINUTES &&
      g - last.g <= Math.max(STANDS_G, 2 * sigma * Math.SQRT2),
  );
}

function already(
  used: readonly DryingReading[],
  [first, last]: readonly [DryingReading, DryingReading],
  known: Uncertain,
  notes: readonly DryingNote[],
  sigma: number,
): DryingFit {
  return {
    dryG: known,
    dryKnown: true,
    waterG: Math.max(0, first.g - known.value),
    tauMinutes: { value: 0, u: 0 },
    covariance: withDryDoubt(new Square(3), known),
    readyAt: { minutes: last.minutes, from: last.minutes, to: last.minutes },
    dryEnough: true,
    weighAgainAt: null,
    leftG: { value: Math.max(0, last.g - known.value), u: Math.hypot(sigma, known.u) },
    used,
    notes,
  };
}

/** Of (A, τ, m_dry): a known dry mass with its own doubt shifts A one for one. */
function withDryDoubt(cov: Square, known: Uncertain | null): Square {
  const doubt = (known?.u ?? 0) ** 2;
  const shift = [-1, 0, 1];
  return new Square(3, (i, j) => cov.get(i, j) + doubt * (shift[i] ?? 0) * (shift[j] ?? 0));
}

/** What follows the last clear rise in mass: someone rinsed again, and the curve began anew. */
function afterRewetting(sorted: readonly DryingReading[], sigma: number): readonly DryingReading[] {
  const from = sorted.findLastIndex(({ g }, i) => {
    const before = sorted[i - 1];
    return before !== undefined && g > before.g + Math.max(0.1, 4 * sigma);
  });
  return sorted.slice(Math.max(0, from));
}

const normalMatrix = (rows: readonly (readonly number[])[], n: number): Square =>
  new Square(n, (i, j) => rows.reduce((sum, row) => sum + (row[i] ?? 0) * (row[j] ?? 0), 0));
