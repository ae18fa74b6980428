import type { Uncertain } from '../quantity';
import { type CauseRow, type Excess, type LeakBelief, type Shift } from './cause';
import { shiftOf } from './shift';
import { dot, Patterns, type Explained, type Miss } from './patterns';

/** ml a day: a plug that weeps loses a drop or two. */
export const LEAK: Uncertain = { value: 0.15, u: 0.15 };
/** Less than a drop a day is what standing takes. */
export const LEAST_LEAK = 0.05;

/** What a leak takes in so many days, ml, by how likely it is. */
export const leakShift = ({ probability, mlPerDay }: LeakBelief, days: number): Shift =>
  shiftOf(probability, mlPerDay, days);

/** So many weigh-ins are looked back over: what is slower is followed by a belief of its own. */
export const LOOKED_BACK = 4;

/** Of the whole, what all channels may draw more or less this time besides: as other prints would take it. */
const ALL_TOLD = 0.1;

/** Of one channel, with what all have in common this time taken off as its others show it. */
export function excessOf(rows: readonly CauseRow[], misses: readonly Miss[], row: CauseRow): Excess {
  const i = rows.indexOf(row);
  const miss = misses[i];
  if (!miss) return { days: row.days, ml: 0, variance: Infinity };
  const { offMl, own, shared } = miss;
  const others = misses.filter((_, k) => k !== i);
  if (others.length < 2) return { days: row.days, ml: offMl, variance: own + shared ** 2 };
  const commons = (one: CauseRow) => [ALL_TOLD * one.toldMl, one.alike] as const;
  const theirs = rows.filter((_, k) => k !== i).map(commons);
  const look = new Patterns(
    others,
    ([0, 1] as const).map((k) => theirs.map((one) => one[k])),
  );
  const mine = commons(row);
  const common = look.foretell(
    others.map((other, k) => shared * other.shared + dot(mine, theirs[k] ?? [])),
    shared ** 2 + dot(mine, mine),
  );
  return { days: row.days, ml: offMl - common.value, variance: own + common.u ** 2 };
}

/** One weigh-in alone, however far off, is no leak: it may be a slip, or one very dark picture. */
const MOST_SIGMA = 4;
const clipped = (ml: number, variance: number): number => {
  const most = MOST_SIGMA * Math.sqrt(variance);
  return Math.max(-most, Math.min(most, ml));
};

/**
 * A leak that began at any of the last weigh-ins, each as likely before looking, against none (Shiryaev): the sum of their Bayes'
 * factors, each with one rate `a ~ N(0.15, 0.15²)` ml a day for all the days since.
 *
 * @param excesses of one cartridge, the newest last
 * @returns log of that sum, and the rate by the likeliest beginning; −∞ where none would be a leak
 */
export function leakSince(excesses: readonly Excess[]): Explained {
  let s = 0;
  let t = 0;
  const found: Explained[] = [];
  for (const { days, ml, variance } of [...excesses].reverse()) {
    s += (days * days) / variance;
    t += (days * clipped(ml, variance)) / variance;
    const { value: mean, u } = LEAK;
    const left = t - mean * s;
    const spread = 1 + u * u * s;
    found.push({
      log: mean * t - 0.5 * mean * mean * s + (0.5 * u * u * left * left) / spread - 0.5 * Math.log(spread),
      amount: { value: mean + (u * u * left) / spread, u: u / Math.sqrt(spread) },
    });
  }
  // One that fills it, or loses less than standing takes, is no leak.
  const leaks = found.filter(({ amount }) => amount.value > LEAST_LEAK);
  const [first] = leaks;
  if (!first) return { log: -Infinity, amount: found[0]?.amount ?? LEAK };
  const best = leaks.reduce((a, b) => (b.log > a.log ? b : a), first);
  const sum = leaks.reduce((total, { log }) => total + Math.exp(log - best.log), 0);
  return { log: best.log + Math.log(sum), amount: best.amount };
}

/** A channel's leak against none, by what its others say of this weigh-in. */
export function leakOf(rows: readonly CauseRow[], misses: readonly Miss[], row: CauseRow): Explained {
  const own = misses[rows.indexOf(row)]?.own ?? 0;
  const { ml: off, variance } = excessOf(rows, misses, row);
  const common = variance - own;
  const { toldMl, own: ownIf, perDay } = row.ifLeaking;
  const offIf = off + row.toldMl - toldMl;
  return { log: logNormal(offIf, ownIf + common) - logNormal(off, own + common), amount: perDay };
}

const logNormal = (x: number, variance: number): number => -0.5 * (Math.log(variance) + (x * x) / variance);

/** A leak that is reckoned with, by the weigh-in that shows whether it goes on. */
export function weighAgain(
  leak: LeakBelief,
  row: CauseRow,
  rows: readonly CauseRow[],
  misses: readonly Miss[],
  i: number,
): LeakBelief {
  const { days } = row;
  const bare = misses.map((miss, k): Miss => {
    if (k !== i) return miss;
    const shift = leakShift(leak, days);
    return { ...miss, offMl: miss.offMl + shift.ml, own: miss.own - shift.variance };
  });
  // Whatever all channels had in common besides says nothing of this one.
  const look = new Patterns(bare, [rows.map(({ toldMl }) => 0.3 * toldMl)]);
  const { log, amount } = look.explain(
    misses.map((_, k) => (k === i ? days : 0)),
    leak.mlPerDay,
  );
  const odds = (leak.probability / Math.max(1e-9, 1 - leak.probability)) * Math.exp(Math.min(50, log));
  return {
    ...leak,
    slotId: row.slotId,
    // A plug that was pressed home weeps no more.
    probability: amount.value < LEAST_LEAK ? 0 : Math.min(0.995, odds / (1 + odds)),
    mlPerDay: { value: Math.max(0, amount.value), u: amount.u },
  };
}
