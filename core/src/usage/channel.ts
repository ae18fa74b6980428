import type { Exposure } from '../exposure';
import type { Uncertain } from '../quantity';
import { drawsOf, EVENTS, IMAGE_DOUBT, priorOfTerm, TERMS, type Draws, type Term } from './features';

/**
 * A Gaussian belief about one channel's coefficients: ml per unit of each term, then ml/dm² for each kind of picture met.
 * Mutable while it is fitted; nobody changes it afterwards.
 */
export interface Channel {
  /** Subject id → its index behind the terms. */
  readonly subjects: Map<string, number>;
  readonly mean: number[];
  readonly cov: number[][];
  /** What a kind of picture takes before any was met, ml/dm². */
  readonly perDm2: Uncertain;
  /** Its priors are another printer's, which weighed this channel. */
  readonly isTaught: boolean;
  intervals: number;
}

/** A channel before anything was weighed. */
export function newChannel(all: Draws, slotId: string): Channel {
  const draws = drawsOf(all, slotId);
  const priors = TERMS.map((term) => priorOfTerm(term, draws));
  return {
    subjects: new Map(),
    mean: priors.map(({ value }) => value),
    cov: priors.map(({ u }, i) => priors.map((_, j) => (i === j ? u * u : 0))),
    perDm2: draws.perDm2,
    isTaught: draws !== all,
    intervals: 0,
  };
}

/** The exposure as amounts beside their coefficients' places: filled anew for each step, for a fit takes thousands. */
class Amounts {
  readonly places: number[] = [];
  readonly amounts: number[] = [];
  count = 0;

  begin(exposure: Exposure): void {
    this.count = 0;
    for (let i = 0; i < TERMS.length; i++) {
      const amount = exposure[TERMS[i]!];
      if (amount > 0) this.put(i, amount);
    }
  }

  put(place: number, amount: number): void {
    this.places[this.count] = place;
    this.amounts[this.count] = amount;
    this.count += 1;
  }
}
const scratch = new Amounts();

function placeOf(channel: Channel, subjectId: string): number {
  const known = channel.subjects.get(subjectId);
  if (known !== undefined) return known;
  const prior = newSubject(channel);
  const place = channel.mean.length;
  channel.subjects.set(subjectId, place);
  channel.mean.push(prior.value);
  for (const row of channel.cov) row.push(0);
  const row = new Array<number>(place + 1).fill(0);
  row[place] = prior.u ** 2;
  channel.cov.push(row);
  return place;
}

/** The middle of the kinds of pictures met, with how far another lies from it, ml/dm²; undefined before any was. */
export function middleSubject(channel: Channel): Uncertain | undefined {
  const known = [...channel.subjects.values()].map((place) => channel.mean[place]!);
  if (known.length === 0) return undefined;
  const mean = known.reduce((a, b) => a + b, 0) / known.length;
  const spread = Math.sqrt(known.reduce((a, b) => a + (b - mean) ** 2, 0) / Math.max(1, known.length - 1));
  return { value: mean, u: Math.max(spread, mean * 0.4) };
}

/** A kind of picture never printed here: the middle of those met; one alone says little of another, and the prior stays. */
const newSubject = (channel: Channel): Uncertain =>
  (channel.subjects.size > 1 && middleSubject(channel)) || channel.perDm2;

/** Coefficient of a kind of picture, ml/dm². */
export function subjectCoefficient(channel: Channel, subjectId: string): Uncertain {
  const place = channel.subjects.get(subjectId);
  return place === undefined
    ? newSubject(channel)
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
  /** Of it, what prints take by their area. */
  readonly printed: number;
  /** Variance by the coefficients' doubt, ml². */
  readonly coefficients: number;
  /**
   * Sum of (coefficient × job area)², to be multiplied by the scatter's square, ml²: what a coefficient may be counts with it, or a
   * kind of picture that was taken for nothing would have no scatter, and its prints be laid to whatever else was drawn.
   */
  readonly jobs: number;
  /** What pictures' separations cannot know, ml². */
  readonly images: number;
  /** Sum of the squared means of each cleaning, change and switch, to be multiplied by their scatter's square, ml². */
  readonly events: number;
}

/** What this channel is foretold to draw, apart from the printer's gain. */
export function foretellChannel(channel: Channel, exposure: Exposure): Foretold {
  const { mean, cov, subjects } = channel;
  const x = scratch;
  x.begin(exposure);
  let ml = 0;
  let printed = 0;
  let coefficients = 0;
  let jobs = 0;
  for (const { subjectId, dm2, squares } of exposure.areas) {
    const place = subjects.get(subjectId);
    if (place === undefined) {
      const prior = newSubject(channel);
      ml += dm2 * prior.value;
      printed += dm2 * prior.value;
      coefficients += (dm2 * prior.u) ** 2;
      jobs += (prior.value ** 2 + prior.u ** 2) * squares;
    } else {
      if (dm2 > 0) x.put(place, dm2);
      const c = mean[place]!;
      printed += dm2 * c;
      jobs += (c * c + cov[place]![place]!) * squares;
    }
  }
  const { places, amounts, count } = x;
  for (let k = 0; k < count; k++) {
    const row = cov[places[k]!]!;
    let sum = 0;
    for (let l = 0; l < count; l++) sum += amounts[l]! * row[places[l]!]!;
    coefficients += amounts[k]! * sum;
    ml += amounts[k]! * mean[places[k]!]!;
  }
  const image = mean[0]!;
  let events = 0;
  for (const term of EVENTS)
    if (exposure[term] > 0) events += exposure[term] * mean[TERMS.indexOf(term)]! ** 2;
  return {
    ml: Math.max(0, ml),
    printed,
    coefficients: Math.max(0, coefficients),
    jobs,
    images: IMAGE_DOUBT ** 2 * image * image * exposure.imageSquares,
    events,
  };
}

/**
 * One step of Bayesian linear regression with a Gaussian prior (a scalar Kalman update): the posterior after seeing that an
 * exposure drew `used` ml. Coefficients below zero are brought back to zero. Changes the channel in place.
 *
 * @param noise variance of `used` about the mean use: both weighings' and the jobs' scatter, ml²
 */
export function learnChannel(channel: Channel, exposure: Exposure, used: number, noise: number): void {
  const x = scratch;
  x.begin(exposure);
  for (const { subjectId, dm2 } of exposure.areas) if (dm2 > 0) x.put(placeOf(channel, subjectId), dm2);
  const { places, amounts, count } = x;
  const { mean, cov } = channel;
  const size = mean.length;
  const px = new Array<number>(size);
  for (let i = 0; i < size; i++) {
    const row = cov[i]!;
    let sum = 0;
    for (let k = 0; k < count; k++) sum += row[places[k]!]! * amounts[k]!;
    px[i] = sum;
  }
  let variance = noise;
  let told = 0;
  for (let k = 0; k < count; k++) {
    variance += amounts[k]! * px[places[k]!]!;
    told += amounts[k]! * mean[places[k]!]!;
  }
  if (!(variance > 0)) return;
  const innovation = used - told;
  // Coefficients that have nothing to do with what was seen stay as they are: of one channel most cleanings are never met.
  const touched: number[] = [];
  for (let i = 0; i < size; i++) if (px[i] !== 0) touched.push(i);
  for (const i of touched) {
    const gain = px[i]! / variance;
    mean[i] = Math.max(0, mean[i]! + gain * innovation);
    const row = cov[i]!;
    for (const j of touched) row[j]! -= gain * px[j]!;
  }
  channel.intervals += 1;
}

/** The same belief, to go on from by itself. */
export const copyChannel = (channel: Channel): Channel => ({
  subjects: new Map(channel.subjects),
  mean: [...channel.mean],
  cov: channel.cov.map((row) => [...row]),
  perDm2: channel.perDm2,
  isTaught: channel.isTaught,
  intervals: channel.intervals,
});
