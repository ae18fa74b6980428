import { learnCounter, COUNTER_PRIOR, type Counter } from '../gauge';
import type { Uncertain } from '../quantity';
import type { Because } from '../workbook';
import { NOTHING_TAUGHT, type IfLeaking, type Taught } from './cause';
import {
  copyChannel,
  foretellChannel,
  learnChannel,
  newChannel,
  subjectCoefficient,
  termCoefficient,
  withMore,
  withTermOf,
  type Channel,
} from './channel';
import { EVENT_SCATTER_PRIOR, SCATTER_PRIOR, type Draws } from './features';
import type { GainStep } from './gain';
import { isOtherwise, kindsMet } from './kindsMet';
import { LEAK } from './leak';
import type { Observed } from './model';
import { apartVariance, aroundMean, LearntScatter, type Scatter, type ScatterCode } from './scatter';
import { cartridgeOf, explained, ODD_SIGMA, type Seen } from './seen';

/** The evidence of a first few intervals says little of either scatter: what is usual counts as so many. */
const FIRST_INTERVALS = 12;
const FIRST_EVENTS = 3;
const JOBS_BETWEEN = { least: 0.03, most: 0.8 };
const EVENTS_BETWEEN = { least: 0.05, most: 0.8 };

/** Prints that nobody logged were counted all the same; ink that leaked was not. */
const countsFor = (because: Because | null): boolean =>
  because === null || because === 'notLogged' || because === 'drawsMore';

export interface LearnerCode {
  /** What a kind of picture takes before it is met, ml/dm², as it was last learnt by. */
  readonly kinds: Uncertain;
  readonly channels: ReadonlyMap<string, Channel>;
  readonly counters: ReadonlyMap<string, Counter>;
  readonly leaking: ReadonlyMap<string, Channel>;
  readonly jobs: ScatterCode;
  readonly events: ScatterCode;
}

/** The channels of one printer while they learn, weigh-in by weigh-in. */
export class Learner {
  readonly channels: Map<string, Channel>;
  readonly counters = new Map<string, Counter>();
  /** Beliefs in which a cartridge leaks at rest, since that was first suspected. */
  private readonly leaking = new Map<string, Channel>();
  private jobs = LearntScatter.from(SCATTER_PRIOR, FIRST_INTERVALS, JOBS_BETWEEN);
  private events = LearntScatter.from(EVENT_SCATTER_PRIOR, FIRST_EVENTS, EVENTS_BETWEEN);

  /** @param kinds what a kind of picture takes before it is met, ml/dm²; absent: by the printer's priors */
  constructor(
    slotIds: readonly string[],
    private readonly draws: Draws,
    private readonly kinds = draws.perDm2,
  ) {
    this.channels = new Map(slotIds.map((id) => [id, newChannel(draws, id, kinds)]));
  }

  /** As it was before anything was weighed, but for what is thought of kinds of pictures where that is another now. */
  begunAnew(slotIds: readonly string[], kinds: Uncertain | null): Learner {
    return new Learner(slotIds, this.draws, kinds ?? this.kinds);
  }

  /** What kinds take by all that was met, where that is another story than the one by which they were learnt; else null. */
  otherKinds(): Uncertain | null {
    const met = kindsMet(this.channels.values(), this.draws.perDm2);
    return isOtherwise(this.kinds, met) ? met : null;
  }

  /** The same, to go on from by itself. */
  copy(): Learner {
    return Learner.revive(this.draws, this.keep());
  }

  keep(): LearnerCode {
    const { kinds, channels, counters, leaking, jobs, events } = this;
    return { kinds, channels, counters, leaking, jobs: jobs.keep(), events: events.keep() };
  }

  static revive(draws: Draws, { kinds, channels, counters, leaking, jobs, events }: LearnerCode): Learner {
    const other = new Learner([], draws, kinds);
    for (const [id, channel] of channels) other.channels.set(id, copyChannel(channel));
    for (const [id, counter] of counters) other.counters.set(id, counter);
    for (const [id, channel] of leaking) other.leaking.set(id, copyChannel(channel));
    other.jobs = other.jobs.revived(jobs);
    other.events = other.events.revived(events);
    return other;
  }

  /** How a channel would be foretold if its cartridge leaked since that was first suspected, ml as the printer draws now. */
  ifLeaking(one: Observed, gain: number): IfLeaking {
    const leaking = this.leaking.get(cartridgeOf(one)) ?? opened(this.channel(one.slotId));
    const told = foretellChannel(leaking, one.exposure);
    const rest = termCoefficient(leaking, 'idleDays');
    return {
      toldMl: gain * told.ml,
      own: gain ** 2 * apartVariance(told, this.scatter) + one.used.u ** 2,
      perDay: {
        value: gain * Math.max(0, rest.value - termCoefficient(this.channel(one.slotId), 'idleDays').value),
        u: gain * rest.u,
      },
    };
  }

  /** A suspected leak has a belief of its own, in which standing may take more; found, its channel goes on from that one. */
  private followLeak(
    one: Observed,
    leak: Taught['leak'],
    { used, noise }: { readonly used: number; readonly noise: number },
  ): void {
    const id = cartridgeOf(one);
    if (leak === null) {
      this.leaking.delete(id);
      return;
    }
    const channel = this.channel(one.slotId);
    const before = this.leaking.get(id);
    if (leak === 'found') {
      if (before) this.channels.set(one.slotId, closed(before, channel));
      this.leaking.delete(id);
      return;
    }
    const followed = (leak === 'goesOn' && before) || opened(channel);
    learnChannel(followed, one.exposure, Math.max(0, used), noise);
    this.leaking.set(id, followed);
  }

  intervalsOf(slotId: string): number {
    return this.channel(slotId).intervals;
  }

  /** One light cleaning of this channel, ml, apart from the gain. */
  cleaning({ slotId }: Observed): number {
    return termCoefficient(this.channel(slotId), 'light').value;
  }

  /** One dm² of each kind of picture that it met, ml. */
  perDm2(slotId: string, gain: number): ReadonlyMap<string, number> {
    const channel = this.channel(slotId);
    return new Map(
      [...channel.subjects.keys()].map((id) => [id, gain * subjectCoefficient(channel, id).value]),
    );
  }

  counter(slotId: string): Counter {
    return this.counters.get(slotId) ?? COUNTER_PRIOR;
  }

  get scatter(): Scatter {
    return { jobs: this.jobs.value, events: this.events.value };
  }

  /** Each beside what its channel is foretold to have drawn. */
  foretellAll(group: readonly Observed[]): readonly Seen[] {
    return group.map((one) => ({
      one,
      told: foretellChannel(this.channel(one.slotId), one.exposure),
    }));
  }

  /**
   * @param seen one weigh-in, each channel once, foretold by what is known so far
   * @param taught what its causes say of each
   */
  learn(seen: readonly Seen[], step: GainStep, taught: readonly Taught[]): void {
    for (const { one } of seen)
      if (one.counted && countsFor(one.because))
        this.counters.set(one.slotId, learnCounter(this.counter(one.slotId), one.used, one.counted));
    if (step.label === 'wrong') return;
    const gain = Math.exp(step.gain);
    const { scatter } = this;
    const jobs = this.jobs.collect();
    const events = this.events.collect();
    for (const [i, { one, told }] of seen.entries()) {
      if (explained(one)) continue;
      const { shift, ifLeaking, leak } = taught[i] ?? NOTHING_TAUGHT;
      const used = (one.used.value - shift.ml) / gain;
      const seenVariance = (one.used.u / gain) ** 2 + shift.variance / gain ** 2;
      const around = aroundMean(told, scatter);
      const variance = told.coefficients + seenVariance + around + (told.ml * step.gainU) ** 2;
      this.followLeak(one, leak, {
        used: (one.used.value - ifLeaking.ml) / gain,
        noise: (one.used.u ** 2 + ifLeaking.variance) / gain ** 2 + around,
      });
      // Where a leak was found, this is the one that knew of it all along.
      const channel = this.channel(one.slotId);
      const innovation = used - (leak === 'found' ? foretellChannel(channel, one.exposure) : told).ml;
      // An entry gone wrong in one channel teaches nothing.
      if (channel.intervals > 2 && Math.abs(innovation) > ODD_SIGMA * Math.sqrt(variance)) continue;
      jobs.add(told.jobs, variance, innovation);
      events.add(told.events, variance, innovation);
      learnChannel(channel, one.exposure, Math.max(0, used), seenVariance + around);
    }
    // Channels of one weigh-in share half of their scatter: together they count for about two.
    const count = Math.min(1, 2 / Math.max(1, seen.length));
    jobs.take(count);
    events.take(count);
  }

  private channel(slotId: string): Channel {
    let channel = this.channels.get(slotId);
    if (!channel) this.channels.set(slotId, (channel = newChannel(this.draws, slotId, this.kinds)));
    return channel;
  }
}

/** The same belief, but that standing may take as much as a leak does. */
const opened = (channel: Channel): Channel => withMore(channel, 'idleDays', LEAK);

/** A leak's own belief, with what standing takes besides as it was known before. */
const closed = (leaking: Channel, before: Channel): Channel => withTermOf(leaking, 'idleDays', before);
