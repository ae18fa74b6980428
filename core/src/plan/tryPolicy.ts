import { normalDraw, quantileOf } from '../numeric';
import type { Uncertain } from '../quantity';
import type { PolicyCode } from '../workbook';
import type { KnownDays, PolicyInput, PolicyResult } from './policyInput';
import { SHARED_SD } from './sharedSd';

/** How one way of changing is tried. */
export interface Trial {
  readonly code: PolicyCode;
  /** For `topUpAll` a share of full, for `rotateEveryN` standard sheets. */
  readonly threshold: number | null;
  /** ml above the reserve at which each channel is acted upon. */
  readonly margins: readonly number[];
  readonly years: number;
}

/**
 * Years by one way of changing, on days drawn from the printer's own past, a week at a time.
 *
 * @param known days of which the truth is known, instead of the input's own
 */
export function tryPolicy(
  input: PolicyInput,
  { code, threshold, margins, years }: Trial,
  known: KnownDays | null,
): PolicyResult {
  const tried = new Years(input, { code, threshold, margins, years }, known);
  const routines: number[] = [];
  const minutes: number[] = [];
  let dryYears = 0;
  for (let year = 0; year < years; year++) {
    const { routine, fills, dry } = tried.next();
    routines.push(routine);
    minutes.push(
      routine * input.minutesPerRoutine + (code === 'originals' ? 0 : fills * input.minutesPerFill),
    );
    if (dry) dryYears += 1;
  }
  const { channels } = input;
  const perRoutine = channels.reduce((sum, channel) => sum + channel.primeMl, 0);
  const perRoutineMinor = channels.reduce(
    (sum, channel) =>
      sum + channel.primeMl * (code === 'originals' ? channel.originalMinorPerMl : channel.refillMinorPerMl),
    0,
  );
  const count = spread(routines);
  const dryProbability = dryYears / years;
  const pad = count.value * perRoutine + input.cleaningMlPerYear;
  return {
    code,
    routinesPerYear: count,
    primingMl: { value: count.value * perRoutine, u: count.u * perRoutine },
    wasteMinor: { value: count.value * perRoutineMinor, u: count.u * perRoutineMinor },
    padYears: input.padCapacityMl !== null && pad > 0 ? input.padCapacityMl / pad : null,
    minutesPerYear: spread(minutes),
    dryProbability,
    dryU: Math.sqrt((dryProbability * (1 - dryProbability) + 0.25 / years) / years),
    threshold,
  };
}

const DAYS = 365;
const WEEK = 7;
/** So many different days of scatter are drawn in advance. */
const SCATTERS = 4096;

/** The set as it stands from day to day, what the person thinks of it, and what they do. */
class Years {
  private readonly input: PolicyInput;
  private readonly trial: Trial;
  private readonly days: Pick<PolicyInput, 'dayUse' | 'dayArea'>;
  private readonly originals: boolean;
  private readonly large: number;
  private readonly full: readonly number[];
  private readonly reserve: readonly number[];
  // Flat and typed: these run some millions of days.
  private readonly uses: Float64Array;
  private readonly trues: Float64Array | null;
  private readonly acted: Float64Array;
  private readonly floor: Float64Array;
  private readonly factor: Float64Array;
  private readonly scatters: Float64Array;
  private readonly primes: Float64Array;
  /** Places of all channels. */
  private readonly every: readonly number[];
  private readonly ink: Float64Array;
  /** What the person believes: true use errs against the learnt one by a factor of its own in each year. */
  private readonly believed: Float64Array;
  /** Printed since the set was rotated, dm². */
  private area = 0;
  private routine = 0;
  private fills = 0;

  constructor(input: PolicyInput, trial: Trial, known: KnownDays | null) {
    const { channels, random } = input;
    const n = channels.length;
    const originals = trial.code === 'originals';
    this.input = input;
    this.trial = trial;
    this.days = known ?? input;
    this.originals = originals;
    this.large = largeOf(this.days.dayArea);
    this.full = channels.map((channel) => (originals ? channel.originalUsableMl : channel.fullMl));
    this.reserve = channels.map((channel) => (originals ? 0 : channel.reserveMl));
    this.uses = Float64Array.from(this.days.dayUse.flatMap((day) => day.slice(0, n)));
    this.trues = known ? Float64Array.from(known.trueUse.flatMap((day) => day.slice(0, n))) : null;
    // Originals are changed when they are empty; nobody looks at their reserve.
    this.acted = Float64Array.from(this.reserve, (value, c) =>
      originals ? -Infinity : value + (trial.margins[c] ?? 0),
    );
    this.floor = Float64Array.from(this.reserve, (value) => (originals ? -Infinity : value - 1e-9));
    this.factor = new Float64Array(n);
    const sd = SHARED_SD * input.scatter;
    this.scatters = Float64Array.from({ length: SCATTERS }, () =>
      Math.exp(sd * normalDraw(random) - sd ** 2 / 2),
    );
    this.primes = Float64Array.from(channels, ({ primeMl }) => primeMl);
    this.every = channels.map((_, c) => c);
    this.ink = Float64Array.from(this.full);
    this.believed = Float64Array.from(this.full);
  }

  /** One year more: its routines and fills, and whether a line ran dry in it. */
  next(): { readonly routine: number; readonly fills: number; readonly dry: boolean } {
    const { channels, random } = this.input;
    const ink = this.ink;
    this.routine = 0;
    this.fills = 0;
    channels.forEach(({ useU }, c) => {
      this.factor[c] = Math.max(0.2, 1 + useU * normalDraw(random));
    });
    let dry = false;
    for (let day = 0; day < DAYS;) {
      // Days hang together: a week of the past at a time.
      const start = Math.floor(random() * this.days.dayUse.length);
      for (let i = 0; i < WEEK && day < DAYS; i++, day++)
        dry = this.day((start + i) % this.days.dayUse.length) || dry;
    }
    // A year that ran dry was noticed: the next begins with what a person would then do.
    if (dry)
      this.reserve.forEach((reserve, c) => {
        if (ink[c]! < reserve) ink[c] = this.believed[c] = this.full[c]!;
      });
    return { routine: this.routine, fills: this.fills, dry };
  }

  /** Prints a day of the past, and does what it asks for; true where a line ran dry. */
  private day(at: number): boolean {
    const { random, standardDm2 } = this.input;
    const { code, threshold } = this.trial;
    const first = at * this.ink.length;
    const area = this.days.dayArea[at] ?? 0;
    if (code === 'rotateBeforeBatch' && area >= this.large && this.short(first)) this.change(this.every);
    const shared = this.scatters[Math.floor(random() * SCATTERS)]!;
    const seen = drawDay(
      this.ink,
      this.believed,
      this.uses,
      this.trues,
      first,
      this.factor,
      shared,
      this.acted,
      this.floor,
      this.originals ? 0 : -Infinity,
    );
    this.area += area;
    const isTurn = code === 'rotateEveryN' && this.area >= (threshold ?? Infinity) * standardDm2;
    if ((seen & SIGNALLED) !== 0 || isTurn) this.act();
    return (seen & WENT_DRY) !== 0;
  }

  private act(): void {
    const low = this.signalled();
    const { code, threshold } = this.trial;
    switch (code) {
      case 'single':
      case 'originals':
        // One by one, as each signals; a change primes all, and may make another signal.
        for (
          let guard = 0, now = low;
          now.length > 0 && guard < 3 * this.ink.length;
          guard++, now = this.signalled()
        )
          this.change(now.slice(0, 1));
        break;
      case 'topUpAll':
        this.change(
          this.every.filter((c) => this.believed[c]! < (threshold ?? 0) * this.full[c]! || low.includes(c)),
        );
        break;
      case 'rotateEveryN':
        this.area = 0;
        this.change(this.every);
        break;
      case 'rotateAtSignal':
      case 'rotateBeforeBatch':
        this.change(this.every);
        break;
    }
  }

  /** One routine: these are full again, and all of them are primed. */
  private change(which: readonly number[]): void {
    this.routine += 1;
    this.fills += which.length;
    for (const c of which) this.ink[c] = this.believed[c] = this.full[c]!;
    for (let c = 0; c < this.primes.length; c++) {
      const prime = this.primes[c]!;
      this.ink[c]! -= prime;
      this.believed[c]! -= prime;
    }
  }

  private signalled(): number[] {
    const { ink, believed, acted, originals } = this;
    return this.every.filter((c) => (originals ? ink[c]! <= 0 : believed[c]! <= acted[c]!));
  }

  /** Would this day take some channel into its margin? */
  private short(first: number): boolean {
    return this.believed.some((ml, c) => ml - 1.5 * this.uses[first + c]! <= this.acted[c]!);
  }
}

const SIGNALLED = 1;
const WENT_DRY = 2;

/** One day's use of all channels, in place; a function of its own, small, since it runs some millions of times. */
function drawDay(
  ink: Float64Array,
  believed: Float64Array,
  uses: Float64Array,
  trues: Float64Array | null,
  first: number,
  factor: Float64Array,
  shared: number,
  acted: Float64Array,
  floor: Float64Array,
  emptyAt: number,
): number {
  let seen = 0;
  for (let c = 0; c < ink.length; c++) {
    const use = uses[first + c]!;
    const left = ink[c]! - (trues ? trues[first + c]! : use * factor[c]! * shared);
    const thought = believed[c]! - use;
    ink[c] = left;
    believed[c] = thought;
    if (thought <= acted[c]! || left <= emptyAt) seen |= SIGNALLED;
    if (left < floor[c]!) seen |= WENT_DRY;
  }
  return seen;
}

/** Mean of years and their standard deviation: how much one year differs from another. */
function spread(values: readonly number[]): Uncertain {
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  const variance = values.reduce((a, b) => a + (b - mean) ** 2, 0) / Math.max(1, values.length - 1);
  return { value: mean, u: Math.sqrt(variance) };
}

/** A day that prints more than four in five of those that print at all. */
function largeOf(areas: readonly number[]): number {
  return (
    quantileOf(
      areas.filter((area) => area > 0),
      0.8,
    ) ?? Infinity
  );
}
