import {
  addExposure,
  drewInk,
  exposureDuring,
  NO_EXPOSURE,
  type Exposure,
  type Timeline,
} from '../../exposure';
import type { Happening, Seat } from './state';

/** Mean and variance of what a channel draws in an exposure: a fitted model, or a printer's priors. */
export type Foretell = (seat: Seat, exposure: Exposure) => { readonly ml: number; readonly variance: number };

export type TimelineOf = (printerId: string) => Timeline | undefined;

interface StayUse {
  readonly exposure: Exposure;
  readonly ml: number;
  readonly variance: number;
}

/** What each stay of a chain is foretold to draw, in their order. */
export interface Stays {
  readonly uses: readonly StayUse[];
  readonly totalMl: number;
  readonly drew: boolean;
}

const NOTHING: StayUse = { exposure: NO_EXPOSURE, ml: 0, variance: 0 };

/** What was foretold for one slot so far along a chain. */
interface SeatSoFar {
  readonly seat: Seat;
  exposure: Exposure;
  ml: number;
  variance: number;
}

function seatIn(seats: readonly SeatSoFar[], { printerId, slotId }: Seat): SeatSoFar | null {
  for (const one of seats) if (one.seat.slotId === slotId && one.seat.printerId === printerId) return one;
  return null;
}

/** What each stay is foretold to draw. Doubt of coefficients is shared by all stays in one slot: it grows with their sum. */
export function foretellStays(
  happenings: readonly Happening[],
  timelineOf: TimelineOf,
  foretell: Foretell,
): Stays {
  // A chain has a seat or two: a short list is found faster than a key is put together.
  const seats: SeatSoFar[] = [];
  const uses: StayUse[] = [];
  let totalMl = 0;
  let drew = false;
  for (const happening of happenings) {
    if (happening.type !== 'stay') continue;
    const timeline = timelineOf(happening.printerId);
    const exposure = timeline ? exposureDuring(timeline, happening) : NO_EXPOSURE;
    if (exposure === NO_EXPOSURE) {
      uses.push(NOTHING);
      continue;
    }
    const here = seatIn(seats, happening);
    const all = here ? addExposure(here.exposure, exposure) : exposure;
    const { ml, variance } = foretell(happening, all);
    const more = Math.max(0, here ? ml - here.ml : ml);
    uses.push({
      exposure,
      ml: more,
      variance: Math.max(0, here ? variance - here.variance : variance),
    });
    totalMl += more;
    drew ||= drewInk(exposure);
    if (here) {
      here.exposure = all;
      here.ml = ml;
      here.variance = variance;
    } else seats.push({ seat: happening, exposure: all, ml, variance });
  }
  return { uses, totalMl, drew };
}

/** A chain at a glance: what was moved by hand, and what the stays are foretold to draw. */
export interface Survey {
  readonly handMl: number;
  readonly handVar: number;
  readonly foretoldMl: number;
  readonly drew: boolean;
  readonly stays: Stays;
}

/** The sums of a chain, without its mixtures. */
export function survey(input: {
  readonly happenings: readonly Happening[];
  readonly timelineOf: TimelineOf;
  readonly foretell: Foretell;
}): Survey {
  const stays = foretellStays(input.happenings, input.timelineOf, input.foretell);
  let handMl = 0;
  let handVar = 0;
  for (const happening of input.happenings)
    if (happening.type === 'in' || happening.type === 'out') {
      handMl += happening.type === 'in' ? happening.ml : -happening.ml;
      handVar += happening.variance;
    }
  return { handMl, handVar, foretoldMl: stays.totalMl, drew: stays.drew, stays };
}
