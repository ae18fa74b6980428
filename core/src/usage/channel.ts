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

/**
 * A channel before anything was weighed.
 *
 * @param kinds what a kind of picture takes before it is met, ml/dm², where no other printer of the kind taught it
 */
export function newChannel(all: Draws, slotId: string, kinds = all.perDm2): Channel {
  const draws = drawsOf(all, slotId);
  const priors = TERMS.map((term) => priorOfTerm(term, draws));
  return {
    subjects: new Map(),
    mean: priors.map(({ value }) => value),
    cov: priors.map(({ u }, i) => priors.map((_, j) => (i === j ? u * u : 0))),
    perDm2: draws === all ? kinds : draws.perDm2,
    isTaught: draws !== all,
    intervals: 0,
  };
}

/** So much of what one coefficient takes. */
interface Amount {
  readonly place: number;
  readonly amount: number;
}

const amountsOf = (exposure: Exposure): Amount[] =>
  TERMS.map((term, place) => ({ place, amount: exposure[term] })).filter(({ amount }) => amount > 0);

const meanAt = ({ mean }: Channel, place: number): number => mean[place] ?? 0;
/** Two coefficients that never stood in one interval have nothing to do with each other. */
const covAt = ({ cov }: Channel, i: number, j: number): number => cov[i]?.[j] ?? 0;
const coefficientAt = (channel: Channel, place: number): Uncertain => ({
  value: meanAt(channel, place),
  u: Math.sqrt(Math.max(0, covAt(channel, place, place))),
});

function placeOf(channel: Channel, subjectId: string): number {
  const known = channel.subjects.get(subjectId);
  if (known !== undefined) return known;
  const prior = channel.perDm2;
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
  const known = [...channel.subjects.values()].map((place) => meanAt(channel, place));
  if (known.length === 0) return undefined;
  const mean = known.reduce((a, b) => a + b, 0) / known.length;
  const spread = Math.sqrt(known.reduce((a, b) => a + (b - mean) ** 2, 0) / Math.max(1, known.length - 1));
  return { value: mean, u: Math.max(spread, mean * 0.4) };
}

/** Coefficient of a kind of picture, ml/dm². */
export function subjectCoefficient(channel: Channel, subjectId: string): Uncertain {
  const place = channel.subjects.get(subjectId);
  return place === undefined ? channel.perDm2 : coefficientAt(channel, place);
}

/** Coefficient of a cleaning, change, idle day or picture's demand. */
export const termCoefficient = (channel: Channel, term: Term): Uncertain =>
  coefficientAt(channel, TERMS.indexOf(term));

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
  const x = amountsOf(exposure);
  let ml = 0;
  let printed = 0;
  let coefficients = 0;
  let jobs = 0;
  for (const { subjectId, dm2, squares } of exposure.areas) {
    const place = channel.subjects.get(subjectId);
    if (place === undefined) {
      const prior = channel.perDm2;
      ml += dm2 * prior.value;
      printed += dm2 * prior.value;
      coefficients += (dm2 * prior.u) ** 2;
      jobs += (prior.value ** 2 + prior.u ** 2) * squares;
    } else {
      if (dm2 > 0) x.push({ place, amount: dm2 });
      const c = meanAt(channel, place);
      printed += dm2 * c;
      jobs += (c * c + covAt(channel, place, place)) * squares;
    }
  }
  for (const { place, amount } of x) {
    let sum = 0;
    for (const other of x) sum += other.amount * covAt(channel, place, other.place);
    coefficients += amount * sum;
    ml += amount * meanAt(channel, place);
  }
  const image = termCoefficient(channel, 'imageMl').value;
  let events = 0;
  for (const term of EVENTS)
    if (exposure[term] > 0) events += exposure[term] * termCoefficient(channel, term).value ** 2;
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
  const x = amountsOf(exposure);
  for (const { subjectId, dm2 } of exposure.areas)
    if (dm2 > 0) x.push({ place: placeOf(channel, subjectId), amount: dm2 });
  let variance = noise;
  let told = 0;
  // Coefficients that have nothing to do with what was seen stay as they are: of one channel most cleanings are never met.
  const touched: { place: number; with: number }[] = [];
  channel.cov.forEach((_, place) => {
    let sum = 0;
    for (const other of x) sum += covAt(channel, place, other.place) * other.amount;
    if (sum !== 0) touched.push({ place, with: sum });
  });
  for (const { place, amount } of x) {
    variance += amount * (touched.find((one) => one.place === place)?.with ?? 0);
    told += amount * meanAt(channel, place);
  }
  if (!(variance > 0)) return;
  const innovation = used - told;
  for (const { place, with: own } of touched) {
    const gain = own / variance;
    channel.mean[place] = Math.max(0, meanAt(channel, place) + gain * innovation);
    const row = channel.cov[place];
    if (row)
      for (const other of touched) row[other.place] = covAt(channel, place, other.place) - gain * other.with;
  }
  channel.intervals += 1;
}

/** The same belief, but that `term` may take so much more. */
export function withMore(channel: Channel, term: Term, more: Uncertain): Channel {
  const place = TERMS.indexOf(term);
  const other = copyChannel(channel);
  other.mean[place] = meanAt(other, place) + more.value;
  const row = other.cov[place];
  if (row) row[place] = covAt(other, place, place) + more.u ** 2;
  return other;
}

/** The same belief, but that `term` is what another channel knows of it, and has nothing to do with the others. */
export function withTermOf(channel: Channel, term: Term, source: Channel): Channel {
  const place = TERMS.indexOf(term);
  const other = copyChannel(channel);
  other.mean[place] = meanAt(source, place);
  other.cov.forEach((row, i) => {
    row[place] = i === place ? covAt(source, place, place) : 0;
  });
  other.cov[place] = other.mean.map((_, j) => (j === place ? covAt(source, place, place) : 0));
  return other;
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
