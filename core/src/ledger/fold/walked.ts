import type { Source } from '../../quantity';
import { isKnown } from './belief';
import type { Contradiction } from './contradicts';
import { mixesMl, scaleMixes } from './mixes';
import type { Belief, Draw, Flow, Happening, Known, LifePoint, Mix, Reading, Seat } from './state';
import type { Foretell, Stays, TimelineOf } from './stays';

/** What came of a way along a chain. */
export interface Walked {
  readonly belief: Belief;
  readonly mixes: readonly Mix[];
  readonly source: Source;
  readonly flows: readonly Flow[];
  readonly draws: readonly Draw[];
  readonly points: readonly LifePoint[];
  /** Drawn by the printer beyond what the log explains, by the gauge, ml (part of `draws`). */
  readonly beyondMl: number;
  readonly contradiction: Contradiction | null;
  /** In less out by hand, and its variance. */
  readonly handMl: number;
  readonly handVar: number;
  /** Foretold use over all stays. */
  readonly foretoldMl: number;
  readonly drew: boolean;
  /** The first and the last reading of the chip that counts now, each with the ink beside it and the use foretold since. */
  readonly firstRead: ReadPoint | null;
  readonly lastRead: ReadPoint | null;
  /** The last reading of all, this chain's or an earlier one's: where the chip's count and the ink were last compared. */
  readonly read: Known['read'];
}

export interface ReadPoint {
  readonly reading: Reading;
  /** Ink when it was read, ml. */
  readonly ml: number;
  /** Foretold to be drawn before it, and since, ml. */
  readonly beforeMl: number;
  readonly sinceMl: number;
  /** Put in less taken out by hand since, ml. */
  readonly handMl: number;
}

export interface WalkInput {
  readonly start: Known;
  readonly happenings: readonly Happening[];
  /** What the stays are foretold to draw, where it was computed already. */
  readonly stays?: Stays | undefined;
  readonly timelineOf: TimelineOf;
  readonly foretell: Foretell;
  /** Drawn by the printer in all, where a weighing at the end says so: stays share it as foretold. */
  readonly totalMl?: number | undefined;
  /** What it began with is reckoned back from what was found later: on the way it may come out below nothing. */
  readonly reckonedBack?: boolean | undefined;
  /** How a channel's counter errs: true over counted use. */
  readonly counterOf?: ((seat: Seat) => { readonly k: number; readonly variance: number }) | undefined;
  /** Lot of ink that no record explains. */
  readonly bareLot: string;
  /** Relative u of the density, and the ink's u in `points`. */
  readonly densityU: number;
}

/** Nothing happened to it: it stands as it was known. */
export function standing(start: Known, bareLot: string): Walked {
  const { belief, mixes, source, reading, read } = start;
  const mark: ReadPoint | null = reading && { reading, ml: belief.ml, handMl: 0, beforeMl: 0, sinceMl: 0 };
  return {
    belief,
    mixes: settle(mixes, belief, bareLot),
    source,
    flows: [],
    draws: [],
    points: [],
    beyondMl: 0,
    contradiction: null,
    handMl: 0,
    handVar: 0,
    foretoldMl: 0,
    drew: false,
    firstRead: mark,
    lastRead: mark,
    read: reading ? { reading, ml: belief.ml, handMl: 0 } : read,
  };
}

/** The books follow the belief: fractions stay. */
export function settle(mixes: readonly Mix[], belief: Belief, bareLot: string): readonly Mix[] {
  return isKnown(belief) && Math.abs(mixesMl(mixes) - belief.ml) > 1e-9
    ? scaleMixes(mixes, belief.ml, bareLot)
    : mixes;
}

/** Evidence corrected the sum: every stay takes its share. */
export function spread(draws: readonly Draw[], moreMl: number): Draw[] {
  const of = ({ stretch, exposure, blend }: Draw, ml: number): Draw => ({ stretch, exposure, ml, blend });
  const sumMl = draws.reduce((sum, draw) => sum + draw.ml, 0);
  const finalMl = sumMl + moreMl;
  if (sumMl > 1e-9) return draws.map((draw) => of(draw, (draw.ml * finalMl) / sumMl));
  const [first, ...rest] = draws;
  return first ? [of(first, finalMl), ...rest] : [];
}
