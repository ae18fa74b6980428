import type { Uncertain } from '../quantity';
import { NOTHING_TAUGHT, type Cause, type CauseRow, type CausesCode, type Taught } from './cause';
import { swingVariance } from './blackSwing';
import { CauseFilter } from './causes';
import { SHARED_SCATTER, type Draws } from './features';
import { withCount, withGain, withShift } from './forecast';
import { GainFilter, type GainCode } from './gain';
import { Learner, type LearnerCode } from './learner';
import type { ForecastRecord, Observed, PrinterModel, Renewal } from './model';
import { poolOf, type Pooled } from './pooled';
import { apartVariance } from './scatter';
import { cartridgeOf, daysOf, isOpen, type Seen } from './seen';
import { deniedBetween, LAST, renewedBetween, withoutDenied } from './told';
import { inOrder, spanOf, weighIns, type Span } from './weighIns';
import { changesOf, doubtOf, recordOf } from './whatItSays';

const NO_RENEWALS: readonly Renewal[] = [];

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
 * @param renewals new heads, changed settings and what was ruled out, oldest first
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
      const { scatter } = this.learner;
      for (const { one, told } of seen) {
        const known = this.causes.expected(
          cartridgeOf(one),
          daysOf(one),
          gain.value * this.learner.cleaning(one),
        );
        const variance = swingVariance(this.causes.swing, one.slotId, gain.value * told.printed);
        const byUse = withShift(withGain(told, gain, scatter), {
          ...known,
          variance: known.variance + variance,
        });
        this.records.push(recordOf(one, withCount(byUse, one.counted, this.learner.counter(one.slotId))));
        this.groupOf.push(index);
      }
      const taught = this.lookForCauses(seen, gain, span.from);
      this.taught.push(taught);
      const pooled = poolOf(seen, scatter, taught);
      this.pools.push(pooled);
      const step = renewed > 0 ? this.filter.take(pooled, renewed) : this.filter.take(pooled);
      if (step) this.learner.learn(seen, step, taught);
      const kinds = this.learner.otherKinds();
      if (!step || kinds) {
        // The likeliest story of the past is another now, or kinds of pictures are: it is learnt anew by that story.
        if (this.forgotten > 0) {
          this.lost = true;
          return;
        }
        this.learner = this.learner.begunAnew(this.slotIds, kinds);
        for (const [i, step] of this.filter.steps().entries()) {
          this.learner.learn(this.learner.foretellAll(this.groups[i] ?? []), step, this.taught[i] ?? []);
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
      ({ one }) => isOpen(one.because) && learner.intervalsOf(one.slotId) >= LEARNT_FROM,
    );
    const rows = asked.map(({ one, told }): CauseRow => {
      const g2 = gain.value ** 2;
      const { scatter } = learner;
      const jobs = scatter.jobs * told.jobs;
      return {
        slotId: one.slotId,
        cartridgeId: cartridgeOf(one),
        black: one.black ?? null,
        days: daysOf(one),
        toldMl: gain.value * told.ml,
        usedMl: one.used.value,
        own: g2 * apartVariance(told, scatter) + one.used.u ** 2,
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
      return taught[asked.indexOf(row)] ?? NOTHING_TAUGHT;
    });
  }

  /** @param renewals all that are known: one since the last weigh-in leaves the gain open */
  model(renewals: readonly Renewal[] = NO_RENEWALS): PrinterModel {
    const { spans, filter, learner, pools } = this;
    const steps = filter.steps();
    const wrong = filter.probabilities('wrong');
    const changed = filter.probabilities('change');
    const { channels, counters } = learner.copy();
    const last = spans.at(-1);
    const denied = last ? deniedBetween(renewals, last.to, LAST) : [];
    const causes = this.causes.copy();
    for (const { cause, cartridgeId } of denied) causes.deny(cause, cartridgeId);
    return {
      channels,
      counters,
      draws: this.draws,
      gain: filter.next(last ? renewedBetween(renewals, last.to, LAST) : 0),
      changes: changesOf(steps, spans, changed),
      missing: spans.flatMap(({ from, to }, i) => {
        const probability = wrong[i] ?? 0;
        return probability > 0.5 ? [{ from, to, probability, ratio: Math.exp(pools[i]?.value ?? 0) }] : [];
      }),
      doubt: doubtOf(spans, pools, wrong, changed),
      lastSpan: last ?? null,
      causes: withoutDenied(this.found, denied),
      leaks: causes.leaking,
      unseenCleanings: causes.unseenPerDay,
      blacks: causes.swing,
      scatter: Math.sqrt(learner.scatter.jobs),
      eventScatter: Math.sqrt(learner.scatter.events),
      records: this.records.map((record, i) =>
        steps[this.groupOf[i] ?? -1]?.label === 'wrong' ? { ...record, leftOut: true } : record,
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

/** Weigh-ins learnt between two chances to pause. */
const SLICE = 40;

const codeOf = ({ filter, learner, causes }: Standing): StandingCode => ({
  filter: filter.keep(),
  causes: causes.keep(),
  learner: learner.keep(),
});
