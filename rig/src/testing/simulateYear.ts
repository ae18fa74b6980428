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
}

export interface SimulatedYear {
  readonly slotIds: readonly string[];
  /** Nine at each weigh-in, in slot order. */
  readonly observed: readonly Observed[];
  /** What one who knows every coefficient, but not the pictures to come, would have foretold of each, ml. */
  readonly oracle: readonly number[];
  /** Whether a print of the interval is missing from its log. */
  readonly lacks: readonly boolean[];
}

const SUBJECTS = ['a', 'b', 'c', 'd'];
const CHANNELS = 9;
/** Log-sd of what pictures of a kind take; half of its variance is shared by all channels. */
const PART = 0.25 / Math.SQRT2;
const SCALE_U = 0.02;

/** A year of one printer whose truth is known, as its weigh-ins saw it: the jobs' scatter, half shared by the channels. */
export function simulateYear({ days, seed, gain, lostWeek }: YearOptions): SimulatedYear {
  const chance = makeChance(seed);
  const slotIds = Array.from({ length: CHANNELS }, (_, i) => `s${i}`);
  const truth = slotIds.map(() => ({
    perDm2: SUBJECTS.map(() => 0.003 + 0.02 * chance.next()),
    light: 0.3 + 0.3 * chance.next(),
    change: 0.5 + 0.7 * chance.next(),
    idleDay: 0.004 + 0.01 * chance.next(),
  }));
  const observed: Observed[] = [];
  const oracle: number[] = [];
  const lacks: boolean[] = [];
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
      const jobs = chance.poisson(2.2 * (1 + 0.35 * Math.sin(d / 58)));
      for (let job = 0; job < jobs; job++) {
        const subject = chance.pick(
          SUBJECTS,
          SUBJECTS.map((_, k) => 1 / (1 + ((k + Math.floor(d / 45)) % 4))),
        );
        const area = chance.pick([1, 2, 3, 5, 8], [5, 4, 3, 2, 1]) * chance.pick([6.2, 12.5, 25], [2, 4, 2]);
        if (logged) exposure = addExposure(exposure, jobExposure(subject, area));
        const shared = chance.factor(PART);
        truth.forEach((channel, c) => {
          const mean = area * channel.perDm2[SUBJECTS.indexOf(subject)]! * factor;
          used[c]! += mean * shared * chance.factor(PART);
          if (logged) foretold[c]! += mean;
        });
      }
      if (chance.next() < 0.035) {
        exposure = { ...exposure, light: exposure.light + 1 };
        truth.forEach((channel, c) => {
          used[c]! += channel.light * chance.factor(0.12);
          foretold[c]! += channel.light;
        });
      }
    }
    slotIds.forEach((slotId, c) => {
      observed.push({
        factId: String(observed.length).padStart(8, '0'),
        slotId,
        from: dayOf(day),
        to: dayOf(day + days),
        exposure,
        used: { value: used[c]! + chance.normal(0, SCALE_U), u: SCALE_U },
        because: null,
        counted: null,
      });
      // The mean of a log-normal lies above its median.
      oracle.push(foretold[c]! * Math.exp(PART * PART));
      lacks.push(lost);
    });
  }
  return { slotIds, observed, oracle, lacks };
}

const dayOf = (day: number): string => new Date(Date.UTC(2026, 0, 1) + day * DAY_MS).toISOString();
