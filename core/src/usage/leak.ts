import type { Uncertain } from '../quantity';
import { type CauseRow, type LeakBelief, type Shift } from './cause';
import { shiftOf } from './shift';
import { Patterns, type Explained, type Miss } from './patterns';

/** ml a day: a plug that weeps loses a drop or two. */
export const LEAK: Uncertain = { value: 0.15, u: 0.15 };
/** Less than a drop a day is what standing takes. */
export const LEAST_LEAK = 0.05;

/** What a leak takes in so many days, ml, by how likely it is. */
export const leakShift = ({ probability, mlPerDay }: LeakBelief, days: number): Shift =>
  shiftOf(probability, mlPerDay, days);

/** A channel's leak against none, by what its others say of this weigh-in. */
export function leakOf(rows: readonly CauseRow[], misses: readonly Miss[], row: CauseRow): Explained {
  const i = rows.indexOf(row);
  const { offMl, own, shared } = misses[i]!;
  const others = misses.filter((_, k) => k !== i);
  const told = rows.filter((_, k) => k !== i).map(({ toldMl }) => 0.1 * toldMl);
  const { value: z, u } = others.length > 1 ? new Patterns(others, [told]).sharing : { value: 0, u: 1 };
  const off = offMl - z * shared;
  const common = (u * shared) ** 2;
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
