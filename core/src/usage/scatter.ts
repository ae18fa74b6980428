import type { Foretold } from './channel';
import { SHARED_SCATTER } from './features';

/** How far what happens lies from its mean, relative, as variances: learnt by what weigh-ins show. */
export interface Scatter {
  /** Of one picture's print about its kind. */
  readonly jobs: number;
  /** Of one cleaning, change or switch about its own mean. */
  readonly events: number;
}

/** Variance of what is drawn about its mean, were all coefficients known: of prints, events and what separations cannot know, ml². */
export const aroundMean = (told: Foretold, scatter: Scatter): number =>
  scatter.jobs * told.jobs + scatter.events * told.events + told.images;

/** Variance of a channel's forecast apart from the printer's gain, ml². */
export const foretoldVariance = (told: Foretold, scatter: Scatter): number =>
  told.coefficients + aroundMean(told, scatter);

/** The same without what all channels share: how dark pictures were, ml². */
export const apartVariance = (told: Foretold, scatter: Scatter): number =>
  foretoldVariance(told, scatter) - SHARED_SCATTER * scatter.jobs * told.jobs;

/**
 * A scatter that is learnt from how far weigh-ins lie off, by Fisher's scoring: what of an innovation's square nothing else
 * explains, weighed by how much of its variance is this scatter's. What is known before counts as so many intervals.
 */
export class LearntScatter {
  constructor(
    private readonly bounds: { readonly least: number; readonly most: number },
    private weight: number,
    private sum: number,
  ) {}

  static from(prior: number, intervals: number, bounds: { readonly least: number; readonly most: number }) {
    return new LearntScatter(bounds, intervals, intervals * prior ** 2);
  }

  /** Its variance, relative. */
  get value(): number {
    return Math.min(this.bounds.most ** 2, Math.max(this.bounds.least ** 2, this.sum / this.weight));
  }

  /** Collects what the channels of one weigh-in say. */
  collect(): {
    add: (unit: number, variance: number, innovation: number) => void;
    take: (count: number) => void;
  } {
    const before = this.value;
    let spread = 0;
    let information = 0;
    return {
      add: (unit, variance, innovation) => {
        if (!(unit > 0 && variance > 0)) return;
        // Fisher's information: 1 when nothing else is in doubt (a scoring step).
        const share = ((before * unit) / variance) ** 2;
        spread += share * ((innovation ** 2 - (variance - before * unit)) / unit);
        information += share;
      },
      take: (count) => {
        if (!(information > 0)) return;
        this.weight += information * count;
        this.sum = Math.max(this.bounds.least ** 2 * this.weight, this.sum + spread * count);
      },
    };
  }

  keep = (): ScatterCode => ({ weight: this.weight, sum: this.sum });

  /** The same scatter as it was kept. */
  revived = ({ weight, sum }: ScatterCode): LearntScatter => new LearntScatter(this.bounds, weight, sum);
}

export interface ScatterCode {
  readonly weight: number;
  readonly sum: number;
}
