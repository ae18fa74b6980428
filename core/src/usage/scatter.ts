import type { Foretold } from './channel';

/** How far what happens lies from its mean, relative, as variances: learnt by what weigh-ins show. */
export interface Scatter {
  /** Of one picture's print about its kind. */
  readonly jobs: number;
  /** Of one cleaning, change or switch about its own mean. */
  readonly events: number;
}

/** Variance of what was foretold that no print has a part in: events about their means, and what separations cannot know, ml². */
export const besidePrints = (told: Foretold, scatter: Scatter): number =>
  told.images + scatter.events * told.events;

/** What of a channel's forecast is its own, apart from the printer's gain, ml². */
export const ownVariance = (told: Foretold, scatter: Scatter): number =>
  told.coefficients + scatter.jobs * told.jobs + besidePrints(told, scatter);

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

  go = ({ weight, sum }: ScatterCode): LearntScatter => new LearntScatter(this.bounds, weight, sum);
}

export interface ScatterCode {
  readonly weight: number;
  readonly sum: number;
}
