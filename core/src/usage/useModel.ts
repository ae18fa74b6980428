import type { Uncertain } from '../quantity';
import { USE_PRIOR, type Printer } from '../workbook';

/**
 * What a cartridge went through between two masses, by feature: `area:<subject>` in dm², `light`, `deep`, `group`,
 * `recharge` and `change` as counts, `idleDay` in days installed.
 */
export type Exposure = Record<string, number>;

/** A Gaussian belief about one channel's coefficients (ml per unit of each feature) and its process noise. */
export interface UseModel {
  readonly features: string[];
  mean: number[];
  cov: number[][];
  /** Process variance per ml of use (ml²/ml), learnt from how far intervals fell from their prediction. */
  noise: { readonly weight: number; readonly sum: number };
  /** Surprises in a row, with their sign: one is an entry gone wrong, more mean that the belief was. */
  surprises: number;
}

/** Beyond this many standard deviations an interval is taken for an entry gone wrong. */
const MOST_SIGMA = 5;

export const NOISE_PRIOR = { perMl: 0.035, weight: 3, least: 0.004 } as const;

/**
 * The belief before anything was weighed. Features are added with their prior when they are first met.
 *
 * @returns an empty model
 */
export function newUseModel(): UseModel {
  return {
    features: [],
    mean: [],
    cov: [],
    noise: { weight: NOISE_PRIOR.weight, sum: NOISE_PRIOR.perMl * NOISE_PRIOR.weight },
    surprises: 0,
  };
}

/** Prior of one feature's coefficient, from the printer's own editable values. */
export function priorOf(feature: string, draws: Printer['draws']): Uncertain {
  if (feature.startsWith('area:')) return draws.perDm2;
  const known = draws[feature as keyof Printer['draws']];
  return known ?? USE_PRIOR.idleDay;
}

/** Process variance per ml of use, as learnt so far. */
export const noisePerMl = (model: UseModel): number =>
  Math.max(NOISE_PRIOR.least, model.noise.sum / model.noise.weight);

/**
 * Predicts the ink that an exposure used: `x·mean`, with variance `xᵀ·cov·x + φ·use`.
 *
 * @param model belief of the channel
 * @param exposure what happened
 * @param draws the printer's priors, for features not met before
 * @returns ml, never below 0, with u that includes process noise
 */
export function predictUse(model: UseModel, exposure: Exposure, draws: Printer['draws']): Uncertain {
  const { x, extraMean, extraVar } = design(model, exposure, draws);
  const mean = Math.max(0, dot(x, model.mean) + extraMean);
  const variance = quadratic(x, model.cov) + extraVar;
  return { value: mean, u: Math.sqrt(Math.max(0, variance) + noisePerMl(model) * mean) };
}

/**
 * One step of Bayesian linear regression with a Gaussian prior (a scalar Kalman update): the posterior after seeing that
 * an exposure used `used` ml. Coefficients below zero are brought back to zero. Changes the model in place.
 *
 * @param model belief of the channel
 * @param exposure what happened between the two masses
 * @param used ml by mass, with the u of the weighings alone
 * @param draws the printer's priors
 * @returns how surprising the observation was, in standard deviations; beyond 5 nothing is learnt from it, unless it is the
 *   second in a row the same way: then the belief itself is doubted anew
 */
export function learnUse(
  model: UseModel,
  exposure: Exposure,
  used: Uncertain,
  draws: Printer['draws'],
): number {
  for (const feature of Object.keys(exposure)) if (exposure[feature]! > 0) addFeature(model, feature, draws);
  const x = model.features.map((feature) => exposure[feature] ?? 0);
  const predicted = Math.max(0, dot(x, model.mean));
  const px = model.cov.map((row) => dot(row, x));
  const known = dot(x, px) + used.u ** 2;
  const variance = known + noisePerMl(model) * predicted;
  if (!(variance > 0)) return 0;
  const innovation = used.value - dot(x, model.mean);
  const surprise = innovation / Math.sqrt(variance);
  if (Math.abs(surprise) > MOST_SIGMA) {
    const sign = Math.sign(surprise);
    model.surprises = Math.sign(model.surprises) === sign ? model.surprises + sign : sign;
    if (Math.abs(model.surprises) < 2) return surprise;
    // Twice in a row the same way: the belief was too sure of itself. Doubt it anew, as far as its priors, and learn.
    model.surprises = 0;
    model.features.forEach((feature, i) => {
      const { u } = priorOf(feature, draws);
      model.cov[i]![i]! += u * u;
    });
    model.noise = { weight: NOISE_PRIOR.weight, sum: NOISE_PRIOR.perMl * NOISE_PRIOR.weight };
    return learnUse(model, exposure, used, draws);
  }
  model.surprises = 0;
  const n = x.length;
  for (let i = 0; i < n; i++) model.mean[i]! += (px[i]! / variance) * innovation;
  for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) model.cov[i]![j]! -= (px[i]! * px[j]!) / variance;
  for (let i = 0; i < n; i++) if (model.mean[i]! < 0) model.mean[i] = 0;
  if (predicted > 0.5) {
    // How much this says of the noise: Fisher's information, 1 when nothing else is in doubt (a scoring step).
    const share = ((noisePerMl(model) * predicted) / variance) ** 2;
    const seen = (innovation ** 2 - known) / predicted;
    model.noise = {
      weight: model.noise.weight + share,
      sum: Math.max(NOISE_PRIOR.least * model.noise.weight, model.noise.sum + share * seen),
    };
  }
  return surprise;
}

/** Mean coefficient of a feature with its u; the prior where nothing was learnt. */
export function coefficient(model: UseModel, feature: string, draws: Printer['draws']): Uncertain {
  const i = model.features.indexOf(feature);
  if (i < 0) return feature.startsWith('area:') ? newSubject(model, draws) : priorOf(feature, draws);
  return { value: model.mean[i]!, u: Math.sqrt(Math.max(0, model.cov[i]![i]!)) };
}

/** A subject never printed here: the middle of the known ones with their spread, or the printer's prior. */
function newSubject(model: UseModel, draws: Printer['draws']): Uncertain {
  const known = model.features.flatMap((feature, i) => (feature.startsWith('area:') ? [model.mean[i]!] : []));
  if (known.length < 2) return draws.perDm2;
  const mean = known.reduce((a, b) => a + b, 0) / known.length;
  const spread = Math.sqrt(known.reduce((a, b) => a + (b - mean) ** 2, 0) / (known.length - 1));
  return { value: mean, u: Math.max(spread, mean * 0.4) };
}

function addFeature(model: UseModel, feature: string, draws: Printer['draws']): void {
  if (model.features.includes(feature)) return;
  const prior = coefficient(model, feature, draws);
  model.features.push(feature);
  model.mean.push(prior.value);
  for (const row of model.cov) row.push(0);
  model.cov.push(model.features.map((_, j) => (j === model.features.length - 1 ? prior.u ** 2 : 0)));
}

function design(model: UseModel, exposure: Exposure, draws: Printer['draws']) {
  const x = model.features.map((feature) => exposure[feature] ?? 0);
  let extraMean = 0;
  let extraVar = 0;
  for (const feature in exposure) {
    const amount = exposure[feature]!;
    if (amount <= 0 || model.features.includes(feature)) continue;
    const prior = coefficient(model, feature, draws);
    extraMean += prior.value * amount;
    extraVar += (prior.u * amount) ** 2;
  }
  return { x, extraMean, extraVar };
}

const dot = (a: readonly number[], b: readonly number[]): number => {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
};
const quadratic = (x: readonly number[], m: readonly (readonly number[])[]): number =>
  dot(
    x,
    m.map((row) => dot(row, x)),
  );
