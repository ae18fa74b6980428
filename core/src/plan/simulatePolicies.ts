import { normalDraw, normalQuantile, quantileOf } from '../numeric';
import type { Uncertain } from '../quantity';
import { POLICIES, type PolicyCode } from '../workbook';

export interface PolicyInput {
  /** ml by day, then by channel: what was drawn on days like those to come, changes left out. */
  readonly dayUse: readonly (readonly number[])[];
  /** Printed area by day, dm². */
  readonly dayArea: readonly number[];
  readonly channels: readonly {
    /** A full cartridge's ink and its reserve, ml. */
    readonly fullMl: number;
    readonly reserveMl: number;
    /** Drawn from this channel by each change of any cartridge, ml. */
    readonly primeMl: number;
    readonly refillMinorPerMl: number;
    readonly originalUsableMl: number;
    readonly originalMinorPerMl: number;
    /** Relative standard uncertainty of its learnt use. */
    readonly useU: number;
  }[];
  readonly scatter: number;
  readonly years: number;
  /** The most that a dry line may happen, per year. */
  readonly allowedRisk: number;
  readonly padCapacityMl: number | null;
  readonly cleaningMlPerYear: number;
  /** Working time: one cartridge refilled, one routine with the printer open. */
  readonly minutesPerFill: number;
  readonly minutesPerRoutine: number;
  readonly standardDm2: number;
  /** Uniform in [0, 1), seeded. */
  readonly random: () => number;
}

/** Days on which the ways are tried instead of the input's own: what the person thinks was drawn, and what really was. */
export interface KnownDays {
  readonly dayUse: PolicyInput['dayUse'];
  readonly dayArea: PolicyInput['dayArea'];
  /** ml by day, then by channel. */
  readonly trueUse: PolicyInput['dayUse'];
}

export interface PolicyResult {
  readonly code: PolicyCode;
  readonly routinesPerYear: Uncertain;
  readonly primingMl: Uncertain;
  /** Money lost to priming, minor units a year. */
  readonly wasteMinor: Uncertain;
  readonly padYears: number | null;
  readonly minutesPerYear: Uncertain;
  /** Of a year in which some channel comes below its reserve. */
  readonly dryProbability: number;
  /** Standard uncertainty of that probability. */
  readonly dryU: number;
  /** For `topUpAll`: below which share of full it tops up; for `rotateEveryN`: after how many standard sheets. */
  readonly threshold: number | null;
}

const DAYS = 365;
/** Shares of a full cartridge below which a set is topped up as a whole, to choose from. */
const SHARES = [0.3, 0.45, 0.6, 0.75, 0.9];
/** Rare years are found in no fewer than these. */
const LEAST_YEARS = 120;
/** Shares of the widest margins that are tried, one after the other. */
const NARROWER = [0.85, 0.75, 0.65];
/** So much of the allowed risk may be spent in the simulation: the room itself is never quite as its past. */
const SPENT = 0.1;
/** The part of the scatter that a day's pictures share, as a share of its standard deviation. */
const SHARED = 0.7;

/**
 * What each way of changing and topping up costs a year, on days drawn from the printer's own past: the priming that every
 * change takes from all channels, working time, the waste pad, and how often a line would run dry. Each person is given a
 * margin that keeps the dry risk at what they allow; thresholds are found, not only given.
 *
 * @param known days of which the truth is known, to judge the ways by: thresholds and margins still come from the input
 * @param onProgress called after each way with the share that is done
 * @returns one result for each policy, in the order of `POLICIES`
 */
export function simulatePolicies(
  input: PolicyInput,
  known: KnownDays | null = null,
  onProgress: (share: number) => void = () => undefined,
): PolicyResult[] {
  const widest = marginsOf(input);
  const fewer = Math.max(20, Math.floor(input.years / 25));
  const resultOf = (code: PolicyCode): PolicyResult => {
    const sheets = (margins: readonly number[]): number | null =>
      code === 'rotateEveryN' ? sheetsOf(input, margins) : null;
    let margins = widest;
    // The cheapest of a few, by money lost.
    let threshold =
      code === 'topUpAll'
        ? SHARES.map((share) => run(input, code, share, widest, fewer, null)).reduce((a, b) =>
            a.wasteMinor.value <= b.wasteMinor.value ? a : b,
          ).threshold
        : sheets(widest);
    // As narrow as the risk that is allowed lets them be: what is kept in hand for nothing is primed away by more changes.
    for (const share of code === 'originals' ? [] : NARROWER) {
      const narrower = widest.map((ml) => share * ml);
      const at = sheets(narrower) ?? threshold;
      const { dryProbability } = run(input, code, at, narrower, Math.max(LEAST_YEARS, 4 * fewer), null);
      if (dryProbability > SPENT * input.allowedRisk) break;
      [margins, threshold] = [narrower, at];
    }
    return run(input, code, threshold, margins, input.years, known);
  };
  return POLICIES.map((code, i) => {
    const result = resultOf(code);
    onProgress((i + 1) / POLICIES.length);
    return result;
  });
}

/**
 * ml above the reserve at which each channel is acted upon: a day's most, what a change of any other cartridge would prime
 * from it, and the doubt of what was drawn since it was full (the learnt use's, and the scatter of its days).
 */
function marginsOf(input: PolicyInput): number[] {
  // Several channels share the risk that is allowed in a year with some tens of changes.
  const z = normalQuantile(1 - input.allowedRisk / (4 * Math.max(1, input.channels.length)));
  return input.channels.map((channel, c) => {
    const uses = input.dayUse.map((day) => day[c]!).sort((a, b) => a - b);
    const most = uses[Math.min(uses.length - 1, Math.floor(0.995 * uses.length))] ?? 0;
    const spent = Math.max(0, channel.fullMl - channel.reserveMl);
    const total = uses.reduce((sum, ml) => sum + ml, 0);
    const squares = total > 0 ? uses.reduce((sum, ml) => sum + ml * ml, 0) / total : 0;
    const doubt = z * Math.hypot(channel.useU * spent, SHARED * input.scatter * Math.sqrt(spent * squares));
    return Math.min(0.6 * spent, most * (1 + 2 * input.scatter) + channel.primeMl + doubt);
  });
}

/** Standard sheets after which the set is rotated, so that the first channel still stands above its margin. */
function sheetsOf(input: PolicyInput, margins: readonly number[]): number {
  const area = input.dayArea.reduce((a, b) => a + b, 0);
  if (!(area > 0)) return 1;
  const z = normalQuantile(1 - input.allowedRisk / 2);
  let least = Infinity;
  input.channels.forEach((channel, c) => {
    const total = input.dayUse.reduce((sum, day) => sum + day[c]!, 0);
    const perDm2 = total / area;
    if (!(perDm2 > 0)) return;
    const room = channel.fullMl - channel.reserveMl - margins[c]! - channel.primeMl;
    least = Math.min(least, Math.max(0, room) / (perDm2 * (1 + z * (channel.useU + 0.12))));
  });
  return Math.max(1, Math.floor(Math.min(least, 1e7) / input.standardDm2));
}

function run(
  input: PolicyInput,
  code: PolicyCode,
  threshold: number | null,
  margins: readonly number[],
  years: number,
  known: KnownDays | null,
): PolicyResult {
  const { channels, random } = input;
  const { dayUse, dayArea } = known ?? input;
  const n = channels.length;
  const originals = code === 'originals';
  const full = channels.map((channel) => (originals ? channel.originalUsableMl : channel.fullMl));
  const reserve = channels.map((channel) => (originals ? 0 : channel.reserveMl));
  const price = channels.map((channel) =>
    originals ? channel.originalMinorPerMl : channel.refillMinorPerMl,
  );
  const large = largeOf(dayArea);
  // Flat and typed: these run some millions of days.
  const uses = Float64Array.from(dayUse.flatMap((day) => day.slice(0, n)));
  const trues = known ? Float64Array.from(known.trueUse.flatMap((day) => day.slice(0, n))) : null;
  // Originals are changed when they are empty; nobody looks at their reserve.
  const acted = Float64Array.from(reserve, (value, c) => (originals ? -Infinity : value + margins[c]!));
  const floor = Float64Array.from(reserve, (value) => (originals ? -Infinity : value - 1e-9));
  const emptyAt = originals ? 0 : -Infinity;
  const factor = new Float64Array(n);
  const scatters = Float64Array.from({ length: 4096 }, () => {
    const sd = SHARED * input.scatter;
    return Math.exp(sd * normalDraw(random) - sd ** 2 / 2);
  });
  const ink = Float64Array.from(full);
  /** What the person believes: true use errs against the learnt one by a factor of its own in each year. */
  const believed = Float64Array.from(full);
  let area = 0;
  const routines: number[] = [];
  const minutes: number[] = [];
  let dryYears = 0;
  for (let year = 0; year < years; year++) {
    for (let c = 0; c < n; c++) factor[c] = Math.max(0.2, 1 + channels[c]!.useU * normalDraw(random));
    let routine = 0;
    let fills = 0;
    let dry = false;
    const change = (which: readonly number[]): void => {
      routine += 1;
      fills += which.length;
      for (const c of which) {
        ink[c] = full[c]!;
        believed[c] = full[c]!;
      }
      for (let c = 0; c < n; c++) {
        ink[c]! -= channels[c]!.primeMl;
        believed[c]! -= channels[c]!.primeMl;
      }
    };
    for (let day = 0; day < DAYS;) {
      // Days hang together: a week of the past at a time.
      const start = Math.floor(random() * dayUse.length);
      for (let i = 0; i < 7 && day < DAYS; i++, day++) {
        const at = (start + i) % dayUse.length;
        const first = at * n;
        if (code === 'rotateBeforeBatch' && dayArea[at]! >= large && short(first)) change(all(n));
        const shared = scatters[Math.floor(random() * scatters.length)]!;
        const seen = drawDay(ink, believed, uses, trues, first, factor, shared, acted, floor, emptyAt);
        dry ||= (seen & WENT_DRY) !== 0;
        area += dayArea[at]!;
        if ((seen & SIGNALLED) !== 0 || (code === 'rotateEveryN' && area >= threshold! * input.standardDm2))
          act();
      }
    }
    routines.push(routine);
    minutes.push(routine * input.minutesPerRoutine + (originals ? 0 : fills * input.minutesPerFill));
    if (dry) dryYears += 1;
    // A year that ran dry was noticed: the next begins with what a person would then do.
    if (dry) for (let c = 0; c < n; c++) if (ink[c]! < reserve[c]!) ink[c] = believed[c] = full[c]!;

    function signalled(): number[] {
      const found: number[] = [];
      for (let c = 0; c < n; c++) if (originals ? ink[c]! <= 0 : believed[c]! <= acted[c]!) found.push(c);
      return found;
    }
    /** Would this day take some channel into its margin? */
    function short(first: number): boolean {
      for (let c = 0; c < n; c++) if (believed[c]! - 1.5 * uses[first + c]! <= acted[c]!) return true;
      return false;
    }
    function act(): void {
      const low = signalled();
      switch (code) {
        case 'single':
        case 'originals':
          // One by one, as each signals; a change primes all, and may make another signal.
          for (let guard = 0, now = low; now.length > 0 && guard < 3 * n; guard++, now = signalled())
            change([now[0]!]);
          break;
        case 'topUpAll':
          change(all(n).filter((c) => believed[c]! < threshold! * full[c]! || low.includes(c)));
          break;
        case 'rotateEveryN':
          area = 0;
          change(all(n));
          break;
        case 'rotateAtSignal':
        case 'rotateBeforeBatch':
          change(all(n));
          break;
      }
    }
  }
  const perRoutine = channels.reduce((sum, channel) => sum + channel.primeMl, 0);
  const perRoutineMinor = channels.reduce((sum, channel, c) => sum + channel.primeMl * price[c]!, 0);
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

const all = (n: number): number[] => Array.from({ length: n }, (_, c) => c);

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
