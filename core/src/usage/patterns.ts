import type { Uncertain } from '../quantity';

/** What one channel drew beyond what was foretold, and what may be behind it by chance alone. */
export interface Miss {
  /** ml; below 0: less than foretold. */
  readonly offMl: number;
  /** Variance of its own, ml². */
  readonly own: number;
  /** Standard deviation that all channels have in common, ml: a dark picture is dark in all. */
  readonly shared: number;
}

/** How well a cause explains a weigh-in, and how large it would be. */
export interface Explained {
  /** Log of how many times likelier the misses are with it than without. */
  readonly log: number;
  /** How many units of the pattern, with u, if it is the cause. */
  readonly amount: Uncertain;
}

/**
 * The misses of one weigh-in's channels, to be explained by patterns: a cause adds the same number of units of its pattern to
 * all of them. Without a cause they are normal about 0 with `own` variances and what they share.
 *
 * Bayes' factor of a pattern p with amount a ~ N(μ, σ²), C the covariance without it:
 * `log B = ½(R − R′) + σ²t′²/(2(1 + σ²s)) − ½ log(1 + σ²s)`, with `s = pᵀC⁻¹p`, `t′ = pᵀC⁻¹(r − μp)`; Woodbury's identity.
 */
export class Patterns {
  /** What all channels have in common whatever the cause. */
  private readonly common: readonly (readonly number[])[];
  private readonly inverse: readonly number[];
  private readonly off: readonly number[];
  private readonly offWeighed: readonly number[];
  private readonly offSquare: number;

  /** @param more patterns of which any amount (one u) is no surprise and says nothing */
  constructor(misses: readonly Miss[], more: readonly (readonly number[])[] = []) {
    this.off = misses.map(({ offMl }) => offMl);
    this.inverse = misses.map(({ own }) => 1 / Math.max(own, 1e-9));
    this.common = ranks([misses.map(({ shared }) => shared), ...more], this.inverse);
    this.offWeighed = this.weigh(this.off);
    this.offSquare = dot(this.off, this.offWeighed);
  }

  /** C⁻¹x. */
  private weigh(x: readonly number[]): number[] {
    return less(
      this.inverse.map((weight, i) => weight * (x[i] ?? 0)),
      this.common,
      x,
    );
  }

  /**
   * Something that goes together with these misses, as they tell of it.
   *
   * @param covariances with each of them, ml²
   * @param variance before looking, ml²
   */
  foretell(covariances: readonly number[], variance: number): Uncertain {
    const explained = dot(covariances, this.weigh(covariances));
    return { value: dot(covariances, this.offWeighed), u: Math.sqrt(Math.max(0, variance - explained)) };
  }

  /**
   * @param pattern ml of each channel for one unit
   * @param amount expected before looking, units
   */
  explain(pattern: readonly number[], amount: Uncertain): Explained {
    const s = dot(pattern, this.weigh(pattern));
    const t = dot(pattern, this.offWeighed);
    const { value: mean, u } = amount;
    const variance = u * u;
    const left = t - mean * s;
    const spread = 1 + variance * s;
    const withMean = this.offSquare - 2 * mean * t + mean * mean * s;
    return {
      log:
        0.5 * (this.offSquare - withMean) + (0.5 * variance * left * left) / spread - 0.5 * Math.log(spread),
      amount: { value: mean + (variance * left) / spread, u: Math.sqrt(variance / spread) },
    };
  }
}

/**
 * What all channels have in common, one rank after another (Sherman and Morrison): vectors v with
 * `C⁻¹ = D⁻¹ − Σ vvᵀ`.
 */
function ranks(columns: readonly (readonly number[])[], inverse: readonly number[]): number[][] {
  const done: number[][] = [];
  for (const h of columns) {
    const y = less(
      h.map((value, i) => value * (inverse[i] ?? 0)),
      done,
      h,
    );
    const scale = 1 / Math.sqrt(1 + dot(h, y));
    done.push(y.map((value) => value * scale));
  }
  return done;
}

/** y − Σ v(v·x). */
function less(y: readonly number[], vectors: readonly (readonly number[])[], x: readonly number[]): number[] {
  let left = [...y];
  for (const v of vectors) {
    const k = dot(v, x);
    left = left.map((value, i) => value - k * (v[i] ?? 0));
  }
  return left;
}

/** a·b. */
export const dot = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((sum, value, i) => sum + value * (b[i] ?? 0), 0);
