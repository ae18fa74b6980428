import type { Uncertain } from '../quantity';
import type { Pooled } from './pooled';

export type StepLabel = 'stay' | 'change' | 'wrong';

/** What the likeliest story says of one weigh-in. */
export interface GainStep {
  readonly label: StepLabel;
  /** Log of the gain that held then, by all that was seen up to now, and its u. */
  readonly gain: number;
  readonly gainU: number;
}

/** What may happen between two weigh-ins, and how often. */
const CHANGE = 0.02;
const WRONG = 0.025;
/** Spread of a new gain about the old one, and of what an interval with a wrong or missing entry shows; logs. */
const CHANGE_SD = 0.35;
const WRONG_SD = 1.1;
/** A printer drifts a little even when nothing happened, variance a weigh-in. */
const DRIFT = 1e-5;
const MOST_STORIES = 12;
/** A gain that moved by less than this since its segment was learnt is not worth learning it anew. */
const MOVED = 0.02;

interface Segment {
  readonly mean: number;
  readonly variance: number;
  readonly before: Segment | null;
}
/** One story of all weigh-ins so far: what it says of the last one, and the story that it goes on from. */
interface Story {
  readonly label: StepLabel;
  readonly segment: Segment;
  readonly before: Story | null;
  readonly log: number;
}

const BEGIN: Story = {
  label: 'stay',
  segment: { mean: 0, variance: 0, before: null },
  before: null,
  log: 0,
};

/** The stories as plain data: each part once, told by its place in the list. */
export interface GainCode {
  /** [mean, variance, place of the one before, or -1] */
  readonly segments: readonly (readonly [number, number, number])[];
  /** [label, place of its segment, place of the one before, log] */
  readonly stories: readonly (readonly [StepLabel, number, number, number])[];
  /** Places of the stories carried along, and of the likeliest. */
  readonly carried: readonly number[];
  readonly best: number;
  readonly learntAt: number;
}

/**
 * Tells a printer that changed from an entry that is missing: a few weighed stories of the pooled ratios are carried along,
 * each saying of every weigh-in that the gain stayed, that a new one holds from there, or that the interval is wrong and
 * teaches nothing. What looks alike at one weigh-in is told apart by the next.
 */
export class GainFilter {
  private stories: readonly Story[] = [BEGIN];
  private best: Story = BEGIN;
  /** The gain by which the present segment was last learnt. */
  private learntAt = 0;

  /** The same stories, to go on from by themselves: a story never changes. */
  copy(): GainFilter {
    const other = new GainFilter();
    other.stories = this.stories;
    other.best = this.best;
    other.learntAt = this.learntAt;
    return other;
  }

  /** All that is needed to go on elsewhere, for `revive`. */
  keep(): GainCode {
    const segments = new Chain<Segment>(BEGIN.segment);
    const stories = new Chain<Story>(BEGIN);
    const carried = this.stories.map((story) => stories.place(story));
    const best = stories.place(this.best);
    for (const { segment } of stories.links) segments.place(segment);
    return {
      segments: segments.links.map(({ mean, variance, before }) => [
        mean,
        variance,
        segments.placeOf(before),
      ]),
      stories: stories.links.map(({ label, segment, before, log }) => [
        label,
        segments.placeOf(segment),
        stories.placeOf(before),
        log,
      ]),
      carried,
      best,
      learntAt: this.learntAt,
    };
  }

  /** The filter that `keep` wrote down. */
  static revive({ segments, stories, carried, best, learntAt }: GainCode): GainFilter {
    const pieces: Segment[] = [BEGIN.segment];
    for (const [mean, variance, before] of segments.slice(1))
      pieces.push({ mean, variance, before: pieces[before] ?? null });
    const told: Story[] = [BEGIN];
    for (const [label, segment, before, log] of stories.slice(1))
      told.push({ label, segment: pieces[segment] ?? BEGIN.segment, before: told[before] ?? null, log });
    const other = new GainFilter();
    other.stories = carried.map((place) => told[place] ?? BEGIN);
    other.best = told[best] ?? BEGIN;
    other.learntAt = learntAt;
    return other;
  }

  /**
   * The gain that the next interval will see, by all stories together.
   *
   * @param change probability that a new one holds from here: something is known to have happened
   */
  next(change = 0): Uncertain {
    let mean = 0;
    let square = 0;
    const add = (weight: number, m: number, v: number): void => {
      // Mean and second moment of a log-normal gain.
      const g = Math.exp(m + v / 2);
      mean += weight * g;
      square += weight * g * g * Math.exp(v);
    };
    for (const { story, weight } of this.weighed()) {
      const { segment } = story;
      add((1 - change) * weight, segment.mean, segment.variance);
      if (change > 0) add(change * weight, segment.mean, segment.variance + CHANGE_SD ** 2);
    }
    return { value: mean, u: Math.sqrt(Math.max(0, square - mean * mean)) };
  }

  /**
   * Takes a weigh-in's pooled ratio in.
   *
   * @param change probability that a new gain holds from here
   * @returns what the likeliest story says of it; null when its story of earlier weigh-ins is another than it was: then all
   *   has to be learnt anew, by `steps`
   */
  take(pooled: Pooled | null, change = CHANGE): GainStep | null {
    this.stories = pooled ? likeliest(this.stories, pooled, change) : this.stories.map(stay);
    const before = this.best;
    this.best = this.stories[0] ?? BEGIN;
    const goesOn = this.best.before === before || sameStory(this.best.before, before);
    if (this.best.label === 'change' && goesOn) this.learntAt = this.best.segment.mean;
    const moved = Math.abs(this.best.segment.mean - this.learntAt) > MOVED;
    if (!goesOn || moved) {
      this.learntAt = this.best.segment.mean;
      return null;
    }
    return stepOf(this.best, this.best.segment);
  }

  /** What the likeliest story says of every weigh-in, in order. */
  steps(): GainStep[] {
    return this.trace(this.best);
  }

  /** For each weigh-in the probability, over all stories, of this label. */
  probabilities(label: StepLabel): number[] {
    let sums: number[] = [];
    for (const { story, weight } of this.weighed())
      sums = this.trace(story).map((step, j) => (sums[j] ?? 0) + (step.label === label ? weight : 0));
    return sums;
  }

  private trace(story: Story): GainStep[] {
    const steps: GainStep[] = [];
    let { segment } = story;
    for (let at: Story | null = story; at && at !== BEGIN; at = at.before) {
      steps.push(stepOf(at, segment));
      if (at.label === 'change') segment = segment.before ?? BEGIN.segment;
    }
    return steps.reverse();
  }

  /** Each story with its probability. */
  private weighed(): readonly { readonly story: Story; readonly weight: number }[] {
    const raw = this.stories.map((story) => ({ story, weight: Math.exp(story.log) }));
    const total = raw.reduce((sum, { weight }) => sum + weight, 0);
    return raw.map(({ story, weight }) => ({ story, weight: weight / total }));
  }
}

/** Things that each go on from another, listed once each, with what comes before them in front. */
class Chain<T extends { readonly before: T | null }> {
  readonly links: T[] = [];
  private readonly places = new Map<T, number>();

  constructor(first: T) {
    this.place(first);
  }

  placeOf(link: T | null): number {
    return link === null ? -1 : this.places.get(link)!;
  }

  place(link: T): number {
    const fresh: T[] = [];
    for (let at: T | null = link; at && !this.places.has(at); at = at.before) fresh.push(at);
    for (const one of fresh.reverse()) {
      this.places.set(one, this.links.length);
      this.links.push(one);
    }
    return this.places.get(link)!;
  }
}

const stepOf = (story: Story, { mean, variance }: Segment): GainStep => ({
  label: story.label,
  gain: mean,
  gainU: Math.sqrt(variance),
});

const stay = (story: Story): Story => ({
  label: 'stay',
  segment: story.segment,
  before: story,
  log: story.log,
});

/** Each story goes on in three ways; those that say most of what was seen are carried along, the likeliest first, with log 0. */
function likeliest(stories: readonly Story[], pooled: Pooled, change: number): Story[] {
  const told: { readonly story: Story; readonly label: StepLabel; readonly log: number }[] = [];
  const [stays, changes, errs] = [1 - change - WRONG, change, WRONG].map(Math.log) as [
    number,
    number,
    number,
  ];
  for (const story of stories) {
    const { segment, log } = story;
    const say = (label: StepLabel, more: number): unknown => told.push({ story, label, log: log + more });
    const off = pooled.value - segment.mean;
    say('stay', stays + logNormal(off, driftedOf(segment) + pooled.variance));
    say('change', changes + logNormal(off, CHANGE_SD ** 2 + pooled.variance));
    say('wrong', errs + logNormal(off, WRONG_SD ** 2 + pooled.variance));
  }
  told.sort((a, b) => b.log - a.log);
  const top = told[0]?.log ?? 0;
  return told.slice(0, MOST_STORIES).map(({ story, label, log }) => goneOn(story, label, pooled, log - top));
}

/** The gain is one by definition until something changes it. */
const driftedOf = ({ variance, before }: Segment): number => (before === null ? variance : variance + DRIFT);

function goneOn(story: Story, label: StepLabel, pooled: Pooled, log: number): Story {
  const { segment } = story;
  switch (label) {
    case 'stay': {
      const { mean, variance } = update(segment.mean, driftedOf(segment), pooled);
      return { label, segment: { mean, variance, before: segment.before }, before: story, log };
    }
    case 'change': {
      const { mean, variance } = update(segment.mean, CHANGE_SD ** 2, pooled);
      return { label, segment: { mean, variance, before: segment }, before: story, log };
    }
    case 'wrong':
      return { label, segment, before: story, log };
  }
}

/** Two stories that say the same of the last few weigh-ins were one before them. */
function sameStory(a: Story | null, b: Story | null): boolean {
  for (let i = 0; i < 24 && a !== b; i++) {
    if (!a || !b || a.label !== b.label) return false;
    a = a.before;
    b = b.before;
  }
  return true;
}

function update(mean: number, variance: number, seen: Pooled): { mean: number; variance: number } {
  const k = variance / (variance + seen.variance);
  return { mean: mean + k * (seen.value - mean), variance: variance * (1 - k) };
}

const logNormal = (x: number, variance: number): number =>
  -0.5 * (Math.log(2 * Math.PI * variance) + (x * x) / variance);
