import type { Uncertain } from '../quantity';
import type { Pooled } from './fitPrinter';

export type StepLabel = 'stay' | 'change' | 'wrong';

export interface GainPath {
  /** For each weigh-in: what the likeliest story says of it. */
  readonly steps: readonly {
    readonly label: StepLabel;
    /** Log of the gain that held then, by all that was seen up to now, and its u. */
    readonly gain: number;
    readonly gainU: number;
    /** Log of used over foretold, all channels together. */
    readonly pooled: number;
  }[];
  /** The story of earlier weigh-ins is another than it was a step ago. */
  readonly rewritten: boolean;
}

/** What may happen between two weigh-ins, and how often. */
const STAY = 0.955;
const CHANGE = 0.02;
const WRONG = 0.025;
/** Spread of a new gain about the old one, and of what an interval with a wrong or missing entry shows; logs. */
const CHANGE_SD = 0.35;
const WRONG_SD = 1.1;
/** A printer drifts a little even when nothing happened, variance a weigh-in. */
const DRIFT = 1e-5;
const MOST_STORIES = 12;

interface Segment {
  readonly mean: number;
  readonly variance: number;
}
/** One story of all weigh-ins so far; segments are indexed by where they began. */
interface Story {
  readonly labels: readonly StepLabel[];
  readonly segments: readonly Segment[];
  readonly log: number;
}

/**
 * Tells a printer that changed from an entry that is missing: a few weighed stories of the pooled ratios are carried along,
 * each saying of every weigh-in that the gain stayed, that a new one holds from there, or that the interval is wrong and
 * teaches nothing. What looks alike at one weigh-in is told apart by the next.
 */
export class GainFilter {
  private stories: Story[] = [{ labels: [], segments: [{ mean: 0, variance: 0 }], log: 0 }];
  private pooled: (Pooled | null)[] = [];
  private told: readonly StepLabel[] = [];
  private gains: readonly number[] = [];

  /** The gain that the next interval will see, by all stories together. */
  next(): Uncertain {
    const weights = this.weights();
    let mean = 0;
    let square = 0;
    this.stories.forEach((story, i) => {
      const { mean: m, variance: v } = story.segments.at(-1)!;
      // Mean and second moment of a log-normal gain.
      const g = Math.exp(m + v / 2);
      mean += weights[i]! * g;
      square += weights[i]! * g * g * Math.exp(v);
    });
    return { value: mean, u: Math.sqrt(Math.max(0, square - mean * mean)) };
  }

  take(pooled: Pooled | null): GainPath {
    this.pooled.push(pooled);
    const branches: Story[] = [];
    for (const story of this.stories) {
      const now = story.segments.at(-1)!;
      const others = story.segments.slice(0, -1);
      if (!pooled) {
        branches.push({ ...story, labels: [...story.labels, 'stay'] });
        continue;
      }
      const drifted = now.variance === 0 && story.segments.length === 1 ? 0 : now.variance + DRIFT;
      branches.push({
        labels: [...story.labels, 'stay'],
        segments: [...others, update(now.mean, drifted, pooled)],
        log: story.log + Math.log(STAY) + logNormal(pooled.value - now.mean, drifted + pooled.variance),
      });
      branches.push({
        labels: [...story.labels, 'change'],
        segments: [...story.segments, update(now.mean, CHANGE_SD ** 2, pooled)],
        log:
          story.log + Math.log(CHANGE) + logNormal(pooled.value - now.mean, CHANGE_SD ** 2 + pooled.variance),
      });
      branches.push({
        labels: [...story.labels, 'wrong'],
        segments: story.segments,
        log:
          story.log + Math.log(WRONG) + logNormal(pooled.value - now.mean, WRONG_SD ** 2 + pooled.variance),
      });
    }
    branches.sort((a, b) => b.log - a.log);
    const top = branches[0]!.log;
    this.stories = branches.slice(0, MOST_STORIES).map((story) => ({ ...story, log: story.log - top }));
    return this.path();
  }

  probabilityOfWrong(index: number): number {
    return this.probability(index, 'wrong');
  }
  probabilityOfChange(index: number): number {
    return this.probability(index, 'change');
  }

  private probability(index: number, label: StepLabel): number {
    const weights = this.weights();
    return this.stories.reduce((sum, story, i) => sum + (story.labels[index] === label ? weights[i]! : 0), 0);
  }

  private weights(): number[] {
    const raw = this.stories.map((story) => Math.exp(story.log));
    const total = raw.reduce((a, b) => a + b, 0);
    return raw.map((weight) => weight / total);
  }

  private path(): GainPath {
    const best = this.stories[0]!;
    let segment = 0;
    const steps = best.labels.map((label, i) => {
      if (label === 'change') segment += 1;
      const { mean, variance } = best.segments[segment]!;
      return { label, gain: mean, gainU: Math.sqrt(variance), pooled: this.pooled[i]?.value ?? 0 };
    });
    const gains = steps.map(({ gain }) => gain);
    const rewritten = this.told.some(
      (label, i) => label !== best.labels[i] || Math.abs(gains[i]! - this.gains[i]!) > 0.02,
    );
    this.told = best.labels;
    this.gains = gains;
    return { steps, rewritten };
  }
}

function update(mean: number, variance: number, seen: Pooled): Segment {
  const k = variance / (variance + seen.variance);
  return { mean: mean + k * (seen.value - mean), variance: variance * (1 - k) };
}

const logNormal = (x: number, variance: number): number =>
  -0.5 * (Math.log(2 * Math.PI * variance) + (x * x) / variance);
