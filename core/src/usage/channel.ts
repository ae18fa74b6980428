import type { Exposure } from '../exposure';
import type { Uncertain } from '../quantity';
import { IMAGE_DOUBT, priorOfTerm, TERMS, type Draws, type Term } from './features';

/**
 * A Gaussian belief about one channel's coefficients: ml per unit of each term, then ml/dm² for each kind of picture met.
 * Mutable while it is fitted; nobody changes it afterwards.
 */
export interface Channel {
  /** Subject id → its index behind the terms. */
  readonly subjects: Map<string, number>;
  readonly mean: number[];
  readonly cov: number[][];
  intervals: number;
}

/** A channel before anything was weighed. */
export function newChannel(draws: Draws): Channel {
  const priors = TERMS.map((term) => priorOfTerm(term, draws));
  return {
    subjects: new Map(),
    mean: priors.map(({ value }) => value),
    cov: priors.map(({ u }, i) => priors.map((_, j) => (i === j ? u * u : 0))),
    intervals: 0,
  };
}

/** The exposure as amounts beside their coefficients' places; unknown subjects are added with their prior. */
function amounts(channel: Channel, exposure: Exposure, draws: Draws): [number, number][] {
  const x: [number, number][] = [];
  TERMS.forEach((term, i) => {
    if (exposure[term] > 0) x.push([i, exposure[term]]);
  });
  for (const { subjectId, dm2 } of exposure.areas)
    if (dm2 > 0) x.push([placeOf(channel, subjectId, draws), dm2]);
  return x;
}

function placeOf(channel: Channel, subjectId: string, draws: Draws): number {
  const known = channel.subjects.get(subjectId);
  if (known !== undefined) return known;
  const prior = newSubject(channel, draws);
  const place = channel.mean.length;
  channel.subjects.set(subjectId, place);
  channel.mean.push(prior.value);
  for (const row of channel.cov) row.push(0);
  const row = new Array<number>(place + 1).fill(0);
  row[place] = prior.u ** 2;
  channel.cov.push(row);
  return place;
}

/** A kind of picture never printed here: the middle of the known ones with their spread, or the printer's prior. */
function newSubject(channel: Channel, draws: Draws): Uncertain {
  const known = [...channel.subjects.values()].map((place) => channel.mean[place]!);
  if (known.length < 2) return draws.perDm2;
  const mean = known.reduce((a, b) => a + b, 0) / known.length;
  const spread = Math.sqrt(known.reduce((a, b) => a + (b - mean) ** 2, 0) / (known.length - 1));
  return { value: mean, u: Math.max(spread, mean * 0.4) };
}

/** Coefficient of a kind of picture, ml/dm². */
export function subjectCoefficient(channel: Channel, subjectId: string, draws: Draws): Uncertain {
  const place = channel.subjects.get(subjectId);
  return place === undefined
    ? newSubject(channel, draws)
    : { value: channel.mean[place]!, u: Math.sqrt(Math.max(0, channel.cov[place]![place]!)) };
}

/** Coefficient of a cleaning, change, idle day or picture's demand. */
export function termCoefficient(channel: Channel, term: Term): Uncertain {
  const place = TERMS.indexOf(term);
  return { value: channel.mean[place]!, u: Math.sqrt(Math.max(0, channel.cov[place]![place]!)) };
}

export interface Foretold {
  /** ml, never below 0. */
  readonly ml: number;
  /** Variance by the coefficients' doubt, ml². */
  readonly coefficients: number;
  /** Sum of (coefficient × job area)², to be multiplied by the scatter's square, ml². */
  readonly jobs: number;
  /** What a picture's separation cannot know, ml². */
  readonly images: number;
}

/** What this channel is foretold to draw, apart from the printer's gain. */
export function foretellChannel(channel: Channel, exposure: Exposure, draws: Draws): Foretold {
  const x = amountsKnown(channel, exposure);
  let ml = 0;
  let coefficients = 0;
  for (const [i, a] of x) {
    ml += a * channel.mean[i]!;
    for (const [j, b] of x) coefficients += a * b * channel.cov[i]![j]!;
  }
  let jobs = 0;
  for (const { subjectId, dm2, squares } of exposure.areas) {
    const place = channel.subjects.get(subjectId);
    const c = place === undefined ? newSubject(channel, draws) : { value: channel.mean[place]!, u: 0 };
    if (place === undefined) {
      ml += dm2 * c.value;
      coefficients += (dm2 * c.u) ** 2;
    }
    jobs += c.value * c.value * squares;
  }
  const image = channel.mean[0]!;
  return {
    ml: Math.max(0, ml),
    coefficients: Math.max(0, coefficients),
    jobs,
    images: IMAGE_DOUBT ** 2 * image * image * exposure.imageSquares,
  };
}

function amountsKnown(channel: Channel, exposure: Exposure): [number, number][] {
  const x: [number, number][] = [];
  TERMS.forEach((term, i) => {
    if (exposure[term] > 0) x.push([i, exposure[term]]);
  });
  for (const { subjectId, dm2 } of exposure.areas) {
    const place = channel.subjects.get(subjectId);
    if (place !== undefined && dm2 > 0) x.push([place, dm2]);
  }
  return x;
}

/**
 * One step of Bayesian linear regression with a Gaussian prior (a scalar Kalman update): the posterior after seeing that an
 * exposure drew `used` ml. Coefficients below zero are brought back to zero. Changes the channel in place.
 *
 * @param noise variance of `used` about the mean use: both weighings' and the jobs' scatter, ml²
 */
export function learnChannel(
  channel: Channel,
  exposure: Exposure,
  used: number,
  noise: number,
  draws: Draws,
): void {
  const x = amounts(channel, exposure, draws);
  const { mean, cov } = channel;
  const px = cov.map((row) => x.reduce((sum, [j, a]) => sum + row[j]! * a, 0));
  const variance = x.reduce((sum, [i, a]) => sum + a * px[i]!, 0) + noise;
  if (!(variance > 0)) return;
  const innovation = used - x.reduce((sum, [i, a]) => sum + a * mean[i]!, 0);
  const active = px.flatMap((p, i) => (p !== 0 ? [i] : []));
  for (const i of active) mean[i] = Math.max(0, mean[i]! + (px[i]! / variance) * innovation);
  for (const i of active) {
    const row = cov[i]!;
    for (const j of active) row[j]! -= (px[i]! * px[j]!) / variance;
  }
  channel.intervals += 1;
}
