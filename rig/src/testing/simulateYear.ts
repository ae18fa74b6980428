import { DAY_MS } from '@hiraeth/core/time';
import { addExposure, jobExposure, NO_EXPOSURE, type Exposure } from '@hiraeth/core/exposure';
import type { Observed } from '@hiraeth/core/usage';
import { makeChance } from '../random';

export interface YearOptions {
  /** Days between weigh-ins. */
  readonly days: number;
  readonly seed: number;
  /** From this day the printer draws so many times as much. */
  readonly gain?: { readonly day: number; readonly factor: number };
  /** The prints of the seven days from this one were not logged. */
  readonly lostWeek?: number;
  /** From this day one channel loses so much a day, whether or not it prints, ml. */
  readonly leak?: { readonly channel: number; readonly day: number; readonly mlPerDay: number };
  /** At the first weigh-in from this day on the scale showed so many grams too many, on every cartridge alike. */
  readonly zeroed?: { readonly day: number; readonly g: number };
  /** Cleanings a day, and the share of them that is logged. */
  readonly cleanings?: {
    readonly perDay: number;
    readonly logged: number;
    /** Of what one draws about its mean; absent: 0.12. */
    readonly scatter?: number;
  };
  /** So many times as many jobs. */
  readonly busy?: number;
  /** A channel's coefficients of its kinds of pictures lie so many times apart as usual, as a factor on their logs. */
  readonly apart?: number;
  /** From this day on one mass of one weigh-in is off by so much: another cartridge's keeper, a slip of a digit, g. */
  readonly slip?: { readonly channel: number; readonly day: number; readonly g: number };
  /** Two channels of one line share the papers out: of what is logged as of either, so much took this or that one. */
  readonly blacks?: {
    readonly photo: number;
    readonly matte: number;
    /** Of the interval that holds this day; of all of them where it is left out, in spells of a few weeks. */
    readonly day?: number;
    /** Share that took matte where both were reckoned with. */
    readonly matteShare: number;
  };
  /** In the interval that holds this day, what is logged as the one kind of picture was the other. */
  readonly mislabelled?: { readonly day: number; readonly as: string; readonly was: string };
  /** Only these channels are weighed. */
  readonly weighed?: readonly number[];
  /** The seed of a year whose printer is of the same kind: its channels take what that one's do, but for the usual differences. */
  readonly like?: number;
}

export interface SimulatedYear {
  readonly slotIds: readonly string[];
  /** Nine at each weigh-in, in slot order. */
  readonly observed: readonly Observed[];
  /** What one who knows every coefficient, but not the pictures to come, would have foretold of each, ml. */
  readonly oracle: readonly number[];
  /** Whether a print of the interval is missing from its log. */
  readonly lacks: readonly boolean[];
  /** What each channel takes of each kind of picture on average, ml/dm². */
  readonly perDm2: readonly ReadonlyMap<string, number>[];
}

const SUBJECTS = ['a', 'b', 'c', 'd'];
const CHANNELS = 9;
/** Log-sd of what pictures of a kind take; half of its variance is shared by all channels. */
const PART = 0.25 / Math.SQRT2;
const SCALE_U = 0.02;
const INK_G_PER_ML = 1.065;

/** A year of one printer whose truth is known, as its weigh-ins saw it: the jobs' scatter, half shared by the channels. */
export function simulateYear(options: YearOptions): SimulatedYear {
  const {
    days,
    seed,
    gain,
    lostWeek,
    leak,
    zeroed,
    slip,
    blacks,
    mislabelled,
    weighed,
    apart = 1,
    busy = 1,
  } = options;
  const cleanings: NonNullable<YearOptions['cleanings']> = options.cleanings ?? { perDay: 0.035, logged: 1 };
  const chance = makeChance(seed);
  // What is beside the usual has its own chance, so that years of one seed stay comparable.
  const beside = makeChance(seed + 1_000_003);
  const kind = options.like === undefined ? chance : makeChance(options.like);
  const slotIds = Array.from({ length: CHANNELS }, (_, i) => `s${i}`);
  const truth = slotIds.map(() => ({
    perDm2: SUBJECTS.map(() => 0.013 * ((0.003 + 0.02 * kind.next()) / 0.013) ** apart),
    light: 0.3 + 0.3 * kind.next(),
    change: 0.5 + 0.7 * kind.next(),
    idleDay: 0.004 + 0.01 * kind.next(),
  }));
  const observed: Observed[] = [];
  const oracle: number[] = [];
  const lacks: boolean[] = [];
  /** Grams that the last weigh-in showed too many, by channel. */
  let before = slotIds.map(() => 0);
  let isZeroed = false;
  for (let day = 0; day < 365; day += days) {
    let exposure: Exposure = { ...NO_EXPOSURE, idleDays: days, change: 1 };
    const used = truth.map((channel) => channel.change + days * channel.idleDay);
    const foretold = [...used];
    let lost = false;
    for (let d = day; d < day + days; d++) {
      const factor = gain && d >= gain.day ? gain.factor : 1;
      const logged = lostWeek === undefined || d < lostWeek || d >= lostWeek + 7;
      lost ||= !logged;
      // A studio's weeks differ: now one subject, now the other.
      const jobs = chance.poisson(2.2 * busy * (1 + 0.35 * Math.sin(d / 58)));
      for (let job = 0; job < jobs; job++) {
        const subject = chance.pick(
          SUBJECTS,
          SUBJECTS.map((_, k) => 1 / (1 + ((k + Math.floor(d / 45)) % 4))),
        );
        const area = chance.pick([1, 2, 3, 5, 8], [5, 4, 3, 2, 1]) * chance.pick([6.2, 12.5, 25], [2, 4, 2]);
        const wrong = mislabelled && mislabelled.day >= day && mislabelled.day < day + days;
        const called = wrong && subject === mislabelled.was ? mislabelled.as : subject;
        if (logged) exposure = addExposure(exposure, jobExposure(called, area));
        const shared = chance.factor(PART);
        const takes = blacks ? takesBlack(blacks, d, day, days, beside.next()) : null;
        truth.forEach((channel, c) => {
          let mean = area * channel.perDm2[SUBJECTS.indexOf(subject)]! * factor;
          if (takes && c === blacks?.photo) mean *= takes === 'photo' ? 2 : 0;
          if (takes && c === blacks?.matte) mean *= takes === 'matte' ? 2 : 0;
          used[c]! += mean * shared * chance.factor(PART);
          if (logged) foretold[c]! += mean;
        });
      }
      if (chance.next() < cleanings.perDay) {
        const known = cleanings.logged === 1 || beside.next() < cleanings.logged;
        if (known) exposure = { ...exposure, light: exposure.light + 1 };
        truth.forEach((channel, c) => {
          used[c]! += channel.light * chance.factor(cleanings.scatter ?? 0.12);
          if (known) foretold[c]! += channel.light;
        });
      }
      if (leak && d >= leak.day) {
        used[leak.channel]! += leak.mlPerDay;
        foretold[leak.channel]! += leak.mlPerDay;
      }
    }
    const end = day + days;
    const zeroedNow: boolean = zeroed !== undefined && !isZeroed && end >= zeroed.day;
    isZeroed ||= zeroedNow;
    const shown = slotIds.map(
      (_, c) =>
        (zeroedNow ? zeroed!.g : 0) +
        (slip && slip.channel === c && end >= slip.day && end < slip.day + days ? slip.g : 0),
    );
    slotIds.forEach((_, c) => {
      // Shown too heavy at the end it used too little, at the beginning too much.
      used[c]! += (before[c]! - shown[c]!) / INK_G_PER_ML;
    });
    before = shown;
    slotIds.forEach((slotId, c) => {
      if (weighed && !weighed.includes(c)) return;
      observed.push({
        factId: String(observed.length).padStart(8, '0'),
        slotId,
        from: dayOf(day),
        to: dayOf(day + days),
        exposure,
        ...(c === blacks?.photo ? { black: 'photo' } : c === blacks?.matte ? { black: 'matte' } : {}),
        used: { value: used[c]! + chance.normal(0, SCALE_U), u: SCALE_U },
        because: null,
        counted: null,
      });
      // The mean of a log-normal lies above its median.
      oracle.push(foretold[c]! * Math.exp(PART * PART));
      lacks.push(lost);
    });
  }
  // The mean of a log-normal lies above its median.
  const perDm2 = truth.map(
    (channel) =>
      new Map(SUBJECTS.map((subject, k) => [subject, channel.perDm2[k]! * Math.exp(PART * PART)] as const)),
  );
  return { slotIds, observed, oracle, lacks, perDm2 };
}

/** Papers come in spells: a month of the one, then of the other; null: of this interval as logged. */
function takesBlack(
  { day, matteShare }: NonNullable<YearOptions['blacks']>,
  d: number,
  from: number,
  days: number,
  chance: number,
): 'photo' | 'matte' | null {
  if (day !== undefined)
    return day >= from && day < from + days ? (chance < matteShare ? 'matte' : 'photo') : null;
  const spell = matteShare * (1 + Math.sin(d / 19));
  return chance < spell ? 'matte' : 'photo';
}

const dayOf = (day: number): string => new Date(Date.UTC(2026, 0, 1) + day * DAY_MS).toISOString();
