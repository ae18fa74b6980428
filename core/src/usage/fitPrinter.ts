import type { Pooled } from './pooled';
import { COVERAGE, quantileOf } from '../numeric';
import type { Exposure } from '../exposure';
import { DAY_MS, msOf, HOUR_MS } from '../time';
import type { Uncertain } from '../quantity';
import { COUNTER_PRIOR, learnCounter, type Counter } from '../gauge';
import type { Because, WeighInCause } from '../workbook';
import {
  copyChannel,
  foretellChannel,
  learnChannel,
  newChannel,
  subjectCoefficient,
  termCoefficient,
  type Channel,
  type Foretold,
} from './channel';
import { SCATTER_PRIOR, SHARED_SCATTER, TERMS, type Draws } from './features';
import {
  CauseFilter,
  LEAK,
  NO_SHIFT,
  type Cause,
  type CauseRow,
  type CausesCode,
  type LeakBelief,
  type IfLeaking,
  type Shift,
  type Taught,
} from './causes';
import { GainFilter, type GainCode, type GainStep } from './gain';

/** Evidence of use in one slot, between two moments at which the ink was known. */
export interface Observed {
  readonly factId: string;
  readonly slotId: string;
  /** Which cartridge stood in it; absent: always the same. */
  readonly cartridgeId?: string;
  readonly from: string;
  readonly to: string;
  readonly exposure: Exposure;
  /** ml by the evidence, with its u apart from the density's share. */
  readonly used: Uncertain;
  readonly because: Because | null;
  /** Counted by the chip in the same time, ml with u, where both ends were read. */
  readonly counted: Uncertain | null;
}

/** What may change what a printer draws from all channels at once, and is known to have happened. */
export interface Renewed {
  /** UTC instant. */
  readonly at: string;
  readonly what: 'head' | 'setting';
}
/** A cause that somebody who was there rules out: until the next weigh-in, a leak of a cartridge for good. */
export interface Denial {
  readonly at: string;
  readonly what: 'denied';
  readonly cause: WeighInCause;
  readonly cartridgeId?: string;
}
/** What is known of a printer beside its weigh-ins, in order of time. */
export type Renewal = Renewed | Denial;

/** How an interval was foretold from all that came before it, beside what the evidence then said. */
export interface ForecastRecord {
  readonly factId: string;
  readonly slotId: string;
  readonly from: string;
  readonly to: string;
  readonly foretold: Uncertain;
  readonly used: Uncertain;
  /** Within the 95 % interval of forecast and evidence. */
  readonly inside: boolean;
  /** Off by this many standard deviations. */
  readonly sigmas: number;
  /** Taught nothing: explained away, or one of an interval that is wrong. */
  readonly leftOut: boolean;
}

export interface GainChange {
  /** UTC instant from which it holds. */
  readonly at: string;
  readonly factor: number;
  readonly u: number;
  readonly probability: number;
}

export interface MissingEntry {
  readonly from: string;
  readonly to: string;
  readonly probability: number;
  /** Drawn over what was foretold, all channels together. */
  readonly ratio: number;
}

/** What a printer's weigh-ins taught: each channel's coefficients, the gain that they share, and their scatter. */
export interface PrinterModel {
  readonly channels: ReadonlyMap<string, Channel>;
  /** How each channel's chip counts against the scale; none where it was not read. */
  readonly counters: ReadonlyMap<string, Counter>;
  readonly draws: Draws;
  /** Factor on all channels now, against the printer as it was first known. */
  readonly gain: Uncertain;
  readonly changes: readonly GainChange[];
  readonly missing: readonly MissingEntry[];
  /** That the last weigh-in closes an interval with a wrong or missing entry, or begins a change: what is asked about. */
  readonly doubt: {
    readonly from: string;
    readonly to: string;
    readonly probability: number;
    readonly ratio: number;
  } | null;
  /** The last weigh-in's interval, UTC instants; null before one. */
  readonly lastSpan: { readonly from: string; readonly to: string } | null;
  /** What may be behind the last weigh-in, the likeliest first; none before one. */
  readonly causes: readonly Cause[];
  /** Cartridges that seem to leak at rest. */
  readonly leaks: readonly LeakBelief[];
  /** Cleanings a day that nobody logs. */
  readonly unseenCleanings: number;
  /** Log-standard deviation of what pictures of one kind take. */
  readonly scatter: number;
  readonly records: readonly ForecastRecord[];
  readonly intervals: number;
}

/** How likely a new gain holds from there: a head draws as it does, a setting may change nothing. */
const RENEWS = { head: 0.9, setting: 0.5 } as const;
const NO_RENEWALS: readonly Renewal[] = [];

/** Weighings within this time are one weigh-in. */
const ONE_WEIGH_IN_MS = 12 * HOUR_MS;
/** The evidence of a first few intervals says little of the scatter. */
const SCATTER_WEIGHT = 12;
const LEAST_SCATTER = 0.03;
const MOST_SCATTER = 0.8;
/** Beyond this a single channel disagrees with all others: its entry is wrong, or it leaks. */
const ODD_SIGMA = 5;
/** Before so many weigh-ins a channel goes by what such printers usually take: a miss says that this one differs. */
const LEARNT_FROM = 2;

/**
 * Learns a printer's use from its weigh-ins, in order of time. Each channel is a Bayesian linear regression; the pooled ratio
 * of used to foretold at each weigh-in tells a printer that changed (its gain) from an entry that is missing. A pure function
 * of the observations: a past state never depends on the order in which they were learnt.
 *
 * @param slotIds in slot order
 * @param observed in any order
 * @param draws the printer's priors
 * @param renewals new heads and changed settings, oldest first
 */
export function fitPrinter(
  slotIds: readonly string[],
  observed: readonly Observed[],
  draws: Draws,
  renewals: readonly Renewal[] = NO_RENEWALS,
): PrinterModel {
  const fitting = new Fitting(slotIds, draws);
  for (const _ of fitting.take(observed, renewals));
  return fitting.model(renewals);
}

/** Where the fit stood before a weigh-in: to go on from when another interval joins it. */
interface Standing {
  readonly filter: GainFilter;
  readonly learner: Learner;
  readonly causes: CauseFilter;
  readonly records: number;
}

interface Span {
  readonly from: string;
  readonly to: string;
  /** Something is known to have happened that may have changed the gain: nobody has to be asked. */
  readonly renewed?: true;
}
interface StandingCode {
  readonly filter: GainCode;
  readonly learner: LearnerCode;
  readonly causes: CausesCode;
}

/** A fit as plain data, to go on from elsewhere: the observations behind it are not in it, but for the last weigh-in's. */
export interface FittingCode extends StandingCode {
  readonly spans: readonly Span[];
  readonly pools: readonly (Pooled | null)[];
  readonly group: readonly Observed[];
  readonly found: readonly Cause[];
  readonly before: StandingCode;
  readonly taken: number;
}

/**
 * A fit that goes on: what came last is learnt alone, as long as it belongs to the last weigh-in or comes after it. What it
 * handed out as a model never changes afterwards.
 */
export class Fitting {
  private groups: Observed[][] = [];
  private spans: Span[] = [];
  private pools: (Pooled | null)[] = [];
  private records: ForecastRecord[] = [];
  private groupOf: number[] = [];
  private filter = new GainFilter();
  private causes = new CauseFilter();
  /** By weigh-in: how each channel was learnt. */
  private taught: (readonly Taught[])[] = [];
  private found: readonly Cause[] = [];
  private learner: Learner;
  private last: Standing;
  private taken = 0;
  /** Of the first so many weigh-ins the observations are not at hand. */
  private forgotten = 0;
  private lost = false;

  constructor(
    private readonly slotIds: readonly string[],
    private readonly draws: Draws,
  ) {
    this.learner = new Learner(slotIds, draws);
    this.last = this.standing();
  }

  /** The same fit, to go on from by itself. */
  copy(): Fitting {
    const other = new Fitting(this.slotIds, this.draws);
    other.groups = [...this.groups];
    other.spans = [...this.spans];
    other.pools = [...this.pools];
    other.records = [...this.records];
    other.groupOf = [...this.groupOf];
    other.filter = this.filter.copy();
    other.causes = this.causes.copy();
    other.taught = [...this.taught];
    other.found = this.found;
    other.learner = this.learner.copy();
    other.last = this.last;
    other.taken = this.taken;
    other.forgotten = this.forgotten;
    other.lost = this.lost;
    return other;
  }

  /** All that is needed to go on elsewhere, for `revive`. */
  keep(): FittingCode {
    return {
      ...codeOf(this.standing()),
      found: this.found,
      spans: this.spans,
      pools: this.pools,
      group: this.groups.at(-1) ?? [],
      before: codeOf(this.last),
      taken: this.taken,
    };
  }

  /** The fit that `keep` wrote down, with its last weigh-in's records alone. */
  static revive(slotIds: readonly string[], draws: Draws, code: FittingCode): Fitting {
    const fitting = new Fitting(slotIds, draws);
    const count = code.spans.length;
    fitting.spans = [...code.spans];
    fitting.pools = [...code.pools];
    fitting.groups = code.spans.map((_, i) => (i === count - 1 ? [...code.group] : []));
    fitting.filter = GainFilter.revive(code.filter);
    fitting.causes = CauseFilter.revive(code.causes);
    fitting.found = code.found;
    fitting.taught = code.spans.map(() => []);
    fitting.learner = Learner.revive(draws, code.learner);
    fitting.last = {
      filter: GainFilter.revive(code.before.filter),
      causes: CauseFilter.revive(code.before.causes),
      learner: Learner.revive(draws, code.before.learner),
      records: 0,
    };
    fitting.taken = code.taken;
    fitting.forgotten = Math.max(0, count - 1);
    return fitting;
  }

  /** Did what it took last ask for observations that are not at hand? Then it says nothing that holds. */
  get isLost(): boolean {
    return this.lost;
  }

  /** Can these be learnt without learning anew what came before the last weigh-in? */
  goesOnWith(observed: readonly Observed[]): boolean {
    const first = this.groups.at(-1)?.[0];
    return !first || observed.every((one) => inOrder(first, one) < 0);
  }

  /**
   * Learns more, slice by slice: whoever iterates may pause in between. `goesOnWith` says whether they may be taken.
   *
   * @param observed in any order
   * @param renewals all that are known, oldest first
   */
  *take(
    observed: readonly Observed[],
    renewals: readonly Renewal[] = NO_RENEWALS,
  ): Generator<void, void, void> {
    if (observed.length === 0) return;
    this.taken += observed.length;
    const again = this.groups.pop() ?? [];
    this.spans.length = this.groups.length;
    this.back();
    const fresh = weighIns([...again, ...observed]);
    for (const group of fresh) {
      if (group === fresh.at(-1)) this.last = this.standing();
      this.groups.push(group);
      const span = spanOf(group);
      const since = this.spans.at(-1)?.to ?? '';
      const renewed = renewedBetween(renewals, since, span.to);
      for (const one of deniedBetween(renewals, since, span.to)) this.causes.deny(one.cause, one.cartridgeId);
      this.spans.push(renewed > 0 ? { ...span, renewed: true } : span);
      const index = this.groups.length - 1;
      const seen = this.learner.foretellAll(group);
      const gain = this.filter.next(renewed);
      const { scatter2 } = this.learner;
      for (const { one, told } of seen) {
        const known = this.causes.expected(
          cartridgeOf(one),
          daysOf(one),
          gain.value * this.learner.cleaning(one),
        );
        const byUse = withShift(withGain(told, gain, scatter2), known);
        this.records.push(recordOf(one, withCount(byUse, one.counted, this.learner.counter(one.slotId))));
        this.groupOf.push(index);
      }
      const taught = this.lookForCauses(seen, gain, span.from);
      this.taught.push(taught);
      const pooled = poolOf(seen, scatter2, taught);
      this.pools.push(pooled);
      const step = renewed > 0 ? this.filter.take(pooled, renewed) : this.filter.take(pooled);
      if (step) this.learner.learn(seen, step, taught);
      else {
        // The likeliest story of the past is another now: it is learnt anew by that story.
        if (this.forgotten > 0) {
          this.lost = true;
          return;
        }
        this.learner = new Learner(this.slotIds, this.draws);
        const steps = this.filter.steps();
        for (let i = 0; i <= index; i++) {
          this.learner.learn(this.learner.foretellAll(this.groups[i]!), steps[i]!, this.taught[i]!);
          if (i % SLICE === SLICE - 1) yield;
        }
      }
      if (index % SLICE === SLICE - 1) yield;
    }
  }

  /** What of each channel's use is none of its prints, by the causes of this weigh-in. */
  private lookForCauses(seen: readonly Seen[], gain: Uncertain, from: string): readonly Taught[] {
    const { learner, causes } = this;
    const asked = seen.filter(
      ({ one }) => !explained(one.because) && learner.intervalsOf(one.slotId) >= LEARNT_FROM,
    );
    const rows = asked.map(({ one, told }): CauseRow => {
      const g2 = gain.value ** 2;
      const jobs = learner.scatter2 * told.jobs;
      return {
        slotId: one.slotId,
        cartridgeId: cartridgeOf(one),
        days: daysOf(one),
        toldMl: gain.value * told.ml,
        usedMl: one.used.value,
        own: g2 * (told.coefficients + (1 - SHARED_SCATTER) * jobs + told.images) + one.used.u ** 2,
        alike: Math.sqrt(0.5 * g2 * told.coefficients),
        shared: Math.sqrt(g2 * SHARED_SCATTER * jobs + (gain.u * told.ml) ** 2),
        cleaningMl: gain.value * learner.cleaning(one),
        perDm2: learner.perDm2(one.slotId, gain.value),
        dm2: new Map(one.exposure.areas.map(({ subjectId, dm2 }) => [subjectId, dm2])),
        ifLeaking: learner.ifLeaking(one, gain.value),
      };
    });
    const { causes: found, taught } = causes.take(rows, from);
    this.found = found;
    return seen.map((row) => {
      const i = asked.indexOf(row);
      return i < 0 ? NOTHING_TAUGHT : taught[i]!;
    });
  }

  /** @param renewals all that are known: one since the last weigh-in leaves the gain open */
  model(renewals: readonly Renewal[] = NO_RENEWALS): PrinterModel {
    const { spans, filter, learner, pools } = this;
    const steps = filter.steps();
    const wrong = filter.probabilities('wrong');
    const changed = filter.probabilities('change');
    const { channels, counters } = learner.copy();
    const denied = spans.length > 0 ? deniedBetween(renewals, spans.at(-1)!.to, LAST) : [];
    const causes = this.causes.copy();
    for (const { cause, cartridgeId } of denied) causes.deny(cause, cartridgeId);
    return {
      channels,
      counters,
      draws: this.draws,
      gain: filter.next(spans.length > 0 ? renewedBetween(renewals, spans.at(-1)!.to, LAST) : 0),
      changes: changesOf(steps, spans, changed),
      missing: spans.flatMap((span, i) =>
        wrong[i]! > 0.5
          ? [{ from: span.from, to: span.to, probability: wrong[i]!, ratio: Math.exp(pools[i]?.value ?? 0) }]
          : [],
      ),
      doubt: doubtOf(spans, pools, wrong, changed),
      lastSpan: spans.at(-1) ?? null,
      causes: withoutDenied(this.found, denied),
      leaks: causes.leaking,
      unseenCleanings: causes.unseenPerDay,
      scatter: Math.sqrt(learner.scatter2),
      records: this.records.map((record, i) =>
        steps[this.groupOf[i]!]!.label === 'wrong' ? { ...record, leftOut: true } : record,
      ),
      intervals: this.taken,
    };
  }

  private standing(): Standing {
    return {
      filter: this.filter.copy(),
      causes: this.causes.copy(),
      learner: this.learner.copy(),
      records: this.records.length,
    };
  }

  /** Back to where the fit stood before the last weigh-in. */
  private back(): void {
    const { filter, causes, learner, records } = this.last;
    this.filter = filter.copy();
    this.causes = causes.copy();
    this.learner = learner.copy();
    this.records.length = records;
    this.groupOf.length = records;
    this.pools.length = this.groups.length;
    this.taught.length = this.groups.length;
  }
}

const LAST = '9999-12-31T00:00:00.000Z';

/** How likely a new gain holds by what happened from one instant on, before another; 0: nothing did. */
function renewedBetween(renewals: readonly Renewal[], after: string, until: string): number {
  let most = 0;
  for (const { at, what } of renewals)
    if (what !== 'denied' && at >= after && at < until && RENEWS[what] > most) most = RENEWS[what];
  return most;
}

const deniedBetween = (renewals: readonly Renewal[], after: string, until: string): readonly Denial[] =>
  renewals.filter((one): one is Denial => one.what === 'denied' && one.at >= after && one.at < until);

/** What is left when some of it is ruled out. */
function withoutDenied(causes: readonly Cause[], denied: readonly Denial[]): readonly Cause[] {
  if (denied.length === 0) return causes;
  const left = causes.filter(
    ({ code, cartridgeId }) =>
      !denied.some((one) => one.cause === code && (one.cartridgeId ?? cartridgeId) === cartridgeId),
  );
  const sum = left.reduce((all, { probability }) => all + probability, 0);
  return left.map((cause) => ({ ...cause, probability: cause.probability / Math.max(1e-12, sum) }));
}

/** Weigh-ins learnt between two chances to pause. */
const SLICE = 40;

/** What the last weigh-in leaves in doubt: missing or changed is often seen only at the next one. */
function doubtOf(
  spans: readonly Span[],
  pools: readonly (Pooled | null)[],
  wrong: readonly number[],
  changed: readonly number[],
): PrinterModel['doubt'] {
  const last = spans.length - 1;
  if (last < 0) return null;
  const { from, to, renewed } = spans[last]!;
  return {
    from,
    to,
    probability: wrong[last]! + (renewed ? 0 : changed[last]!),
    ratio: Math.exp(pools[last]?.value ?? 0),
  };
}

const inOrder = (a: Observed, b: Observed): number =>
  a.to !== b.to ? (a.to < b.to ? -1 : 1) : a.factId < b.factId ? -1 : a.factId > b.factId ? 1 : 0;

/** Intervals that end together, a weigh-in each, in order of time. */
function weighIns(observed: readonly Observed[]): Observed[][] {
  const sorted = [...observed].sort(inOrder);
  const groups: Observed[][] = [];
  for (const one of sorted) {
    const group = groups.at(-1);
    const first = group?.[0];
    const same =
      first &&
      msOf(one.to) - msOf(first.to) <= ONE_WEIGH_IN_MS &&
      !group.some((other) => other.slotId === one.slotId);
    if (same) group.push(one);
    else groups.push([one]);
  }
  return groups;
}

/** A channel weighed long ago does not stretch what the others saw: the middle one tells from when. */
const spanOf = (group: readonly Observed[]): Span => ({
  from: group.map((one) => one.from).sort()[group.length >> 1]!,
  to: group.reduce((most, one) => (one.to > most ? one.to : most), group[0]!.to),
});

const explained = (because: Because | null): boolean =>
  because !== null && because !== 'drawsMore' && because !== 'unknown';

function recordOf(one: Observed, foretold: Uncertain): ForecastRecord {
  const s = Math.hypot(foretold.u, one.used.u);
  const off = one.used.value - foretold.value;
  return {
    factId: one.factId,
    slotId: one.slotId,
    from: one.from,
    to: one.to,
    foretold,
    used: one.used,
    inside: Math.abs(off) <= COVERAGE * s,
    sigmas: s > 0 ? off / s : 0,
    leftOut: explained(one.because),
  };
}

/** Prints that nobody logged were counted all the same; ink that leaked was not. */
const countsFor = (because: Because | null): boolean =>
  because === null || because === 'notLogged' || because === 'drawsMore';

/** Beyond this the log cannot explain what the chip counted: it saw prints that nobody logged. */
const CONTRADICTS = 3;

/**
 * A forecast joined with what the chip counted in the same time, each by its precision. Where they contradict, the chip is
 * believed if it saw more, and the log if the chip saw less.
 *
 * @param counted by the chip, ml with the doubt of its steps; null where it was not read at both ends
 */
export function withCount(foretold: Uncertain, counted: Uncertain | null, counter: Counter): Uncertain {
  if (!counted || !(counted.value > 0)) return foretold;
  const value = counter.k * counted.value;
  const variance =
    counted.value ** 2 * counter.variance + (counter.k * counted.u) ** 2 + counter.noise * counted.value;
  const own = foretold.u ** 2;
  const off = value - foretold.value;
  if (Math.abs(off) > CONTRADICTS * Math.sqrt(own + variance))
    return off > 0 ? { value, u: Math.sqrt(Math.max(own, variance)) } : foretold;
  return {
    value: foretold.value + (off * own) / (own + variance),
    u: Math.sqrt((own * variance) / (own + variance)),
  };
}

/** The channel's forecast times the printer's gain: doubts of coefficients, jobs, pictures and gain together. */
export function withGain(told: Foretold, gain: Uncertain, scatter2: number): Uncertain {
  const own = told.coefficients + scatter2 * told.jobs + told.images;
  return {
    value: gain.value * told.ml,
    u: Math.sqrt(gain.value ** 2 * own + (told.ml * gain.u) ** 2),
  };
}

const cartridgeOf = ({ cartridgeId, slotId }: Observed): string => cartridgeId ?? slotId;
const daysOf = ({ from, to }: Observed): number => Math.max(0.04, (msOf(to) - msOf(from)) / DAY_MS);

/** What is foretold, with what comes on top of it. */
export const withShift = ({ value, u }: Uncertain, { ml, variance }: Shift): Uncertain => ({
  value: Math.max(0, value + ml),
  u: Math.sqrt(u * u + variance),
});

/** Evidence beside what its channel was foretold to draw, apart from the printer's gain. */
interface Seen {
  readonly one: Observed;
  readonly told: Foretold;
}

/** All channels' ratios, weighed by what each says; scatter and doubt that they share do not average out. */
function poolOf(seen: readonly Seen[], scatter2: number, taught: readonly Taught[]): Pooled | null {
  const rows = seen.flatMap(({ one, told }, i) => {
    if (explained(one.because) || !(told.ml > 0.05)) return [];
    const own =
      (told.coefficients +
        (1 - SHARED_SCATTER) * scatter2 * told.jobs +
        told.images +
        one.used.u ** 2 +
        taught[i]!.shift.variance) /
      told.ml ** 2;
    return [
      {
        y: Math.log(Math.max(one.used.value - taught[i]!.shift.ml, 0.02 * told.ml) / told.ml),
        own: Math.max(own, 1e-5),
        coefficients: told.coefficients / told.ml ** 2,
        jobs: told.jobs / told.ml ** 2,
      },
    ];
  });
  if (rows.length === 0) return null;
  const middle = quantileOf(
    rows.map((row) => row.y),
    0.5,
  )!;
  let weight = 0;
  let sum = 0;
  let coefficients = 0;
  let jobs = 0;
  for (const row of rows) {
    // One channel far from all others says something of itself, not of the printer.
    const odd = rows.length > 2 && Math.abs(row.y - middle) > ODD_SIGMA * Math.sqrt(row.own);
    const w = odd ? 1e-3 / row.own : 1 / row.own;
    weight += w;
    sum += w * row.y;
    coefficients += w * row.coefficients;
    jobs += w * row.jobs;
  }
  return {
    value: sum / weight,
    variance: 1 / weight + (SHARED_SCATTER * scatter2 * jobs) / weight + (0.5 * coefficients) / weight,
  };
}

const codeOf = ({ filter, learner, causes }: Standing): StandingCode => ({
  filter: filter.keep(),
  causes: causes.keep(),
  learner: learner.keep(),
});

interface LearnerCode {
  readonly channels: ReadonlyMap<string, Channel>;
  readonly counters: ReadonlyMap<string, Counter>;
  readonly leaking: ReadonlyMap<string, Channel>;
  readonly weight: number;
  readonly sum: number;
}

/** The channels of one printer while they learn, weigh-in by weigh-in. */
class Learner {
  readonly channels: Map<string, Channel>;
  readonly counters = new Map<string, Counter>();
  /** Beliefs in which a cartridge leaks at rest, since that was first suspected. */
  private readonly leaking = new Map<string, Channel>();
  private weight = SCATTER_WEIGHT;
  private sum = SCATTER_WEIGHT * SCATTER_PRIOR ** 2;

  constructor(
    slotIds: readonly string[],
    private readonly draws: Draws,
  ) {
    this.channels = new Map(slotIds.map((id) => [id, newChannel(draws)]));
  }

  /** The same, to go on from by itself. */
  copy(): Learner {
    return Learner.revive(this.draws, this.keep());
  }

  keep(): LearnerCode {
    const { channels, counters, leaking, weight, sum } = this;
    return { channels, counters, leaking, weight, sum };
  }

  static revive(draws: Draws, { channels, counters, leaking, weight, sum }: LearnerCode): Learner {
    const other = new Learner([], draws);
    for (const [id, channel] of channels) other.channels.set(id, copyChannel(channel));
    for (const [id, counter] of counters) other.counters.set(id, counter);
    for (const [id, channel] of leaking) other.leaking.set(id, copyChannel(channel));
    other.weight = weight;
    other.sum = sum;
    return other;
  }

  /** How a channel would be foretold if its cartridge leaked since that was first suspected, ml as the printer draws now. */
  ifLeaking(one: Observed, gain: number): IfLeaking {
    const leaking = this.leaking.get(cartridgeOf(one)) ?? opened(this.channel(one.slotId));
    const told = foretellChannel(leaking, one.exposure, this.draws);
    const rest = termCoefficient(leaking, 'idleDays');
    return {
      toldMl: gain * told.ml,
      own:
        gain ** 2 * (told.coefficients + (1 - SHARED_SCATTER) * this.scatter2 * told.jobs + told.images) +
        one.used.u ** 2,
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
    const followed = (leak === 'goesOn' && this.leaking.get(id)) || opened(channel);
    if (leak === 'found') {
      const before = this.leaking.get(id);
      if (before) this.channels.set(one.slotId, closed(before, channel));
      this.leaking.delete(id);
      return;
    }
    learnChannel(followed, one.exposure, Math.max(0, used), noise, this.draws);
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
      [...channel.subjects.keys()].map((id) => [
        id,
        gain * subjectCoefficient(channel, id, this.draws).value,
      ]),
    );
  }

  counter(slotId: string): Counter {
    return this.counters.get(slotId) ?? COUNTER_PRIOR;
  }

  get scatter2(): number {
    return Math.min(MOST_SCATTER ** 2, Math.max(LEAST_SCATTER ** 2, this.sum / this.weight));
  }

  /** Each beside what its channel is foretold to have drawn. */
  foretellAll(group: readonly Observed[]): readonly Seen[] {
    return group.map((one) => ({
      one,
      told: foretellChannel(this.channel(one.slotId), one.exposure, this.draws),
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
    const scatter2 = this.scatter2;
    let spread = 0;
    let information = 0;
    for (const [i, { one, told }] of seen.entries()) {
      if (explained(one.because)) continue;
      const { shift, ifLeaking, leak } = taught[i]!;
      const channel = this.channel(one.slotId);
      const used = (one.used.value - shift.ml) / gain;
      const seenVariance = (one.used.u / gain) ** 2 + shift.variance / gain ** 2;
      const known = told.coefficients + seenVariance + told.images + (told.ml * step.gainU) ** 2;
      const variance = known + scatter2 * told.jobs;
      const innovation = used - told.ml;
      this.followLeak(one, leak, {
        used: (one.used.value - ifLeaking.ml) / gain,
        noise: (one.used.u ** 2 + ifLeaking.variance) / gain ** 2 + scatter2 * told.jobs + told.images,
      });
      // An entry gone wrong in one channel teaches nothing.
      if (channel.intervals > 2 && Math.abs(innovation) > ODD_SIGMA * Math.sqrt(variance)) continue;
      if (told.jobs > 0 && variance > 0) {
        // Fisher's information: 1 when nothing else is in doubt (a scoring step).
        const share = ((scatter2 * told.jobs) / variance) ** 2;
        spread += share * ((innovation ** 2 - known) / told.jobs);
        information += share;
      }
      learnChannel(
        channel,
        one.exposure,
        Math.max(0, used),
        seenVariance + scatter2 * told.jobs + told.images,
        this.draws,
      );
    }
    if (information > 0) {
      // Channels of one weigh-in share half of their scatter: together they count for about two.
      const count = Math.min(1, 2 / Math.max(1, seen.length));
      this.weight += information * count;
      this.sum = Math.max(LEAST_SCATTER ** 2 * this.weight, this.sum + spread * count);
    }
  }

  private channel(slotId: string): Channel {
    let channel = this.channels.get(slotId);
    if (!channel) this.channels.set(slotId, (channel = newChannel(this.draws)));
    return channel;
  }
}

const IDLE = TERMS.indexOf('idleDays');

/** The same belief, but that standing may take as much as a leak does. */
function opened(channel: Channel): Channel {
  const open = copyChannel(channel);
  open.mean[IDLE]! += LEAK.value;
  open.cov[IDLE]![IDLE]! += LEAK.u ** 2;
  return open;
}

/** A leak's own belief, with what standing takes besides as it was known before. */
function closed(leaking: Channel, { mean, cov }: Channel): Channel {
  const shut = copyChannel(leaking);
  for (let i = 0; i < shut.mean.length; i++) shut.cov[i]![IDLE] = shut.cov[IDLE]![i] = 0;
  shut.mean[IDLE] = mean[IDLE]!;
  shut.cov[IDLE]![IDLE] = cov[IDLE]![IDLE]!;
  return shut;
}

const NOTHING_TAUGHT: Taught = { shift: NO_SHIFT, ifLeaking: NO_SHIFT, leak: null };

function changesOf(
  steps: readonly GainStep[],
  spans: readonly Span[],
  probability: readonly number[],
): GainChange[] {
  const changes: GainChange[] = [];
  let before = 0;
  steps.forEach((step, i) => {
    if (step.label === 'change')
      changes.push({
        at: spans[i]!.from,
        factor: Math.exp(step.gain - before),
        u: Math.exp(step.gain - before) * step.gainU,
        probability: probability[i]!,
      });
    if (step.label !== 'wrong') before = step.gain;
  });
  return changes;
}
