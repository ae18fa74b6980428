import {
  addExposure,
  drewInk,
  exposureDuring,
  NO_EXPOSURE,
  type Exposure,
  type Timeline,
} from '../../exposure';
import { type Source } from '../../quantity';
import { isKnown, joined, massOf, moved, UNKNOWN_VAR } from './belief';
import { Inside } from './Inside';
import { lotsOf, mixesMl, mixOf, pourInto, scaleMixes, takeFrom } from './mixes';
import type { Belief, Draw, Flow, Happening, Known, LifePoint, Mix, Reading, Seat } from './state';

/** Mean and variance of what a channel draws in an exposure: a fitted model, or a printer's priors. */
export type Foretell = (seat: Seat, exposure: Exposure) => { readonly ml: number; readonly variance: number };

/** Evidence that contradicts what was foretold, and that nobody has explained. */
export interface Contradiction {
  readonly code: 'levelOff' | 'sensorOff' | 'fadedOff' | 'ranDryOff' | 'massOff' | 'gaugeAhead';
  readonly factId: string;
  readonly at: string;
  /** Ink that was foretold, and what the evidence says; for a gauge ink used. */
  readonly expectedMl: number;
  readonly foundMl: number;
  readonly u: number;
}

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
  readonly timelineOf: (printerId: string) => Timeline | undefined;
  readonly foretell: Foretell;
  /** Drawn by the printer in all, where a weighing at the end says so: stays share it as foretold. */
  readonly totalMl?: number | undefined;
  /** How a channel's counter errs: true over counted use. */
  readonly counterOf?: ((seat: Seat) => { readonly k: number; readonly variance: number }) | undefined;
  /** Lot of ink that no record explains. */
  readonly bareLot: string;
  /** Relative u of the density, and the ink's u in `points`. */
  readonly densityU: number;
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
export function survey(
  input: Pick<WalkInput, 'timelineOf' | 'foretell'> & { readonly happenings: readonly Happening[] },
): Survey {
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

/** Beyond this many u, evidence contradicts. */
export const CONTRADICTS_SIGMA = 3;
/** Below this, ml, nothing contradicts: drops on a wall, a reading between two steps. */
const LEAST_OFF_ML = 0.5;

/**
 * Goes through what happened to a cartridge since its ink was known: the belief moves with each fill and draw, evidence joins
 * it by its precision, and every ml that left is written down with the lots it was of. Pure: the same for the fold, which
 * closes a chain at a weighing, and for reading an open one with today's models.
 */
export function walk(input: WalkInput): Walked {
  const { start, happenings, foretell, timelineOf, bareLot } = input;
  if (happenings.length === 0) return standing(start, bareLot);
  const stays = input.stays ?? foretellStays(happenings, timelineOf, foretell);
  const scale = input.totalMl === undefined ? 1 : stays.totalMl > 1e-12 ? input.totalMl / stays.totalMl : 0;
  // A weighing said how much was drawn in all: evidence on the way has nothing to add.
  const free = input.totalMl === undefined;

  let belief = start.belief;
  const inside = new Inside(start.mixes, bareLot);
  let source = start.source;
  const flows: Flow[] = [];
  const draws: Draw[] = [];
  const points: LifePoint[] = [];
  let handMl = 0;
  let handVar = 0;
  let seat: Seat | null = null;
  let contradiction: Contradiction | null = null;
  let corrected = 0;
  let beyondMl = 0;
  let anchor: Anchor | null = start.reading
    ? { reading: start.reading, foretoldMl: 0, variancesMl2: 0 }
    : null;
  let firstRead: Mark | null = start.reading ? { reading: start.reading, foretoldMl: 0, handMl: 0 } : null;
  let lastRead: Mark | null = firstRead;
  let foretoldMl = 0;
  let useVar = 0;
  /** What the gauge said last since the anchor, folded in at the end of each chip's count: readings share their k. */
  let counted: Counted | null = null;

  const applyCount = (): void => {
    if (!counted || !free) return void (counted = null);
    const { used, varianceUsed, mean, variance } = counted;
    const off = mean - used;
    const s = varianceUsed + variance;
    const far = Math.abs(off) > CONTRADICTS_SIGMA * Math.sqrt(s) && Math.abs(off) > LEAST_OFF_ML;
    let shift = 0;
    let fresh = varianceUsed;
    if (far && off > 0) {
      // The chip saw prints that nobody logged. It is taken at its word, with the doubt of both.
      shift = off;
      fresh = Math.max(variance, varianceUsed);
      beyondMl += off;
      contradiction = counted.explained
        ? contradiction
        : {
            code: 'gaugeAhead',
            factId: counted.factId,
            at: counted.at,
            expectedMl: used,
            foundMl: mean,
            u: Math.sqrt(s),
          };
    } else if (!far && s > 0 && (!counted.atMost || off > 0)) {
      shift = (varianceUsed / s) * off;
      fresh = (varianceUsed * variance) / s;
    }
    belief = {
      ...belief,
      ml: belief.ml - shift,
      inkVar: Math.max(1e-6, belief.inkVar - varianceUsed + fresh),
    };
    corrected += shift;
    if (shift !== 0 && free) inside.put(scaleMixes(inside.mixes, belief.ml, bareLot));
    counted = null;
  };

  let stayed = 0;
  for (const happening of happenings) {
    switch (happening.type) {
      case 'stay': {
        const stay = stays.uses[stayed]!;
        stayed += 1;
        const ml = stay.ml * scale;
        seat = { printerId: happening.printerId, slotId: happening.slotId };
        if (stay.exposure !== NO_EXPOSURE) {
          draws.push({ stretch: happening, exposure: stay.exposure, ml, blend: inside.draw(ml) });
          belief = moved(belief, -ml, free ? stay.variance : 0);
          foretoldMl += stay.ml;
          useVar += stay.variance;
          source = 'predicted';
        }
        break;
      }
      case 'in': {
        inside.put(
          pourInto(settle(inside.mixes, belief, bareLot), happening.chamber, happening.lot, happening.ml),
        );
        belief = moved(belief, happening.ml, happening.variance);
        handMl += happening.ml;
        handVar += happening.variance;
        flows.push({
          at: happening.at,
          factId: happening.factId,
          seat,
          cause: 'filled',
          ml: happening.ml,
          variance: happening.variance,
          lots: mixOf(happening.lot, happening.ml),
          toBottle: null,
        });
        if (source !== 'predicted') source = 'syringe';
        push(happening.factId, happening.at, null, null);
        break;
      }
      case 'out': {
        const mixes = settle(inside.mixes, belief, bareLot);
        flows.push({
          at: happening.at,
          factId: happening.factId,
          seat,
          cause: happening.cause,
          ml: happening.ml,
          variance: happening.variance,
          lots: lotsOf(mixes, happening.ml, bareLot, happening.chamber),
          toBottle: happening.toBottle,
        });
        inside.put(takeFrom(mixes, happening.ml, happening.chamber));
        belief = moved(belief, -happening.ml, happening.variance);
        handMl -= happening.ml;
        handVar += happening.variance;
        if (source !== 'predicted') source = 'syringe';
        push(happening.factId, happening.at, null, null);
        break;
      }
      case 'seen':
      case 'weighed': {
        if (free && happening.because !== 'misread' && happening.because !== 'otherCartridge') {
          applyCount();
          const of = happening.type === 'weighed' ? 'mass' : 'ink';
          const expected = of === 'mass' ? massOf(belief) : { ml: belief.ml, variance: belief.inkVar };
          const z = happening.ml;
          const variance = happening.u ** 2;
          const s = Math.sqrt(expected.variance + variance);
          const off = z - expected.ml;
          // A print that faded says that no more than this was there.
          const bound =
            happening.type === 'seen' && (happening.kind === 'faded' || happening.kind === 'ranDry');
          if (bound && isKnown(belief) && z >= belief.ml) {
            push(happening.factId, happening.at, null, null);
            break;
          }
          const far = isKnown(belief) && Math.abs(off) > Math.max(CONTRADICTS_SIGMA * s, LEAST_OFF_ML);
          const before = isKnown(belief) ? belief.ml : null;
          if (far && happening.because === null) {
            // Nobody said what happened: it is not taken until someone does. A print that faded is a hard fact all the same.
            if (bound) belief = { ...belief, ml: z, inkVar: variance };
            contradiction = {
              code: codeOf(happening),
              factId: happening.factId,
              at: happening.at,
              expectedMl: expected.ml,
              foundMl: z,
              u: s,
            };
          } else if (far && happening.because !== null) {
            // Something happened that the log did not know: the evidence alone says what is there now.
            belief = joined({ ...belief, inkVar: UNKNOWN_VAR, cov: 0 }, z, variance, of);
            contradiction = null;
          } else {
            belief = joined(belief, z, variance, of);
            // Evidence that fits again settles what was open.
            if (!far) contradiction = null;
          }
          if (before !== null) {
            const fell = before - belief.ml;
            if (far && isLoss(happening.because))
              flows.push(loss(happening.at, happening.factId, seat, 'leaked', fell, inside.mixes, bareLot));
            else if (draws.length > 0) corrected += fell;
            else if (Math.abs(fell) > 1e-12 && isKnown(start.belief))
              flows.push(
                loss(happening.at, happening.factId, seat, 'unexplained', fell, inside.mixes, bareLot),
              );
          }
          inside.put(scaleMixes(inside.mixes, belief.ml, bareLot));
          source = happening.type === 'weighed' ? 'weighed' : 'sight';
          useVar = 0;
          // A content known anew: the chip is compared from here.
          anchor = null;
        }
        push(
          happening.factId,
          happening.at,
          happening.type === 'weighed' ? happening.massG.value : null,
          null,
        );
        break;
      }
      case 'read': {
        const { reading } = happening;
        push(happening.factId, reading.at, null, reading.fraction);
        if (!isKnown(belief)) break;
        const mark = { reading, foretoldMl, handMl };
        if (!happening.atMost) {
          if (firstRead?.reading.chipId !== reading.chipId) firstRead = mark;
          lastRead = mark;
        }
        if (!anchor || anchor.reading.chipId !== reading.chipId || roseFrom(anchor.reading, reading)) {
          if (happening.atMost) break;
          applyCount();
          anchor = { reading, foretoldMl, variancesMl2: useVar };
          break;
        }
        const counter = seat && input.counterOf ? input.counterOf(seat) : { k: 1, variance: 0.01 };
        const share = anchor.reading.fraction - reading.fraction;
        const ml = share * reading.chipMl;
        counted = {
          mean: counter.k * ml,
          variance:
            ml * ml * counter.variance +
            (counter.k * reading.chipMl) ** 2 * (reading.u ** 2 + anchor.reading.u ** 2) +
            // What the print heads draw scatters about the counter's mean.
            0.02 * Math.max(0, ml),
          factId: happening.factId,
          explained: happening.because !== null,
          at: reading.at,
          atMost: happening.atMost || reading.fraction <= 0,
          used: foretoldMl - anchor.foretoldMl,
          varianceUsed: Math.max(0, useVar - anchor.variancesMl2),
        };
        break;
      }
    }
  }
  applyCount();
  const drawnMl = draws.reduce((sum, draw) => sum + draw.ml, 0);
  const finalMl = drawnMl + corrected;
  return {
    belief,
    mixes: settle(inside.mixes, belief, bareLot),
    source,
    flows,
    draws: corrected === 0 ? draws : spread(draws, drawnMl, finalMl),
    points,
    beyondMl,
    contradiction,
    handMl,
    handVar,
    foretoldMl: stays.totalMl,
    drew: stays.drew,
    firstRead: pointOf(firstRead),
    lastRead: pointOf(lastRead),
    read: readOf(pointOf(lastRead)),
  };

  function readOf(point: ReadPoint | null): Known['read'] {
    if (point) return { reading: point.reading, ml: point.ml, handMl: point.handMl };
    return start.read && { ...start.read, handMl: start.read.handMl + handMl };
  }

  /** What was inside when it was read, by all that is known by now. */
  function pointOf(mark: Mark | null): ReadPoint | null {
    if (!mark) return null;
    const sinceMl = foretoldMl - mark.foretoldMl;
    return {
      reading: mark.reading,
      ml: belief.ml + sinceMl * scale - (handMl - mark.handMl),
      handMl: handMl - mark.handMl,
      beforeMl: mark.foretoldMl,
      sinceMl,
    };
  }

  function push(factId: string, at: string, massG: number | null, gauge: number | null): void {
    points.push({
      factId,
      at,
      ml: Math.max(0, belief.ml),
      u: Math.sqrt(Math.min(belief.inkVar, UNKNOWN_VAR) + (Math.max(0, belief.ml) * input.densityU) ** 2),
      source,
      massG,
      gauge,
    });
  }
}

/** Nothing happened to it: it stands as it was known. */
function standing(start: Known, bareLot: string): Walked {
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

/** From here the chip's count and the use foretold run side by side. */
interface Anchor {
  readonly reading: Reading;
  readonly foretoldMl: number;
  readonly variancesMl2: number;
}
interface Mark {
  readonly reading: Reading;
  readonly foretoldMl: number;
  readonly handMl: number;
}
/** Use since the anchor by the chip's count, beside what was foretold. Readings share their k: only the last one counts. */
interface Counted {
  readonly mean: number;
  readonly variance: number;
  readonly used: number;
  readonly varianceUsed: number;
  readonly factId: string;
  readonly at: string;
  readonly atMost: boolean;
  readonly explained: boolean;
}

/** The figure went up without a reset in the log: somebody reset it, and its count begins anew. */
const roseFrom = (before: Reading, now: Reading): boolean =>
  now.fraction > before.fraction + 3 * Math.hypot(now.u, before.u) + 0.005;

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

/** What each stay is foretold to draw. Doubt of coefficients is shared by all stays in one slot: it grows with their sum. */
function foretellStays(
  happenings: readonly Happening[],
  timelineOf: WalkInput['timelineOf'],
  foretell: Foretell,
): Stays {
  // A chain has a seat or two: a short list is found faster than a key is put together.
  const soFar: { seat: Seat; exposure: Exposure; ml: number; variance: number }[] = [];
  const uses: StayUse[] = [];
  let totalMl = 0;
  let drew = false;
  for (const happening of happenings) {
    if (happening.type !== 'stay') continue;
    const timeline = timelineOf(happening.printerId);
    const exposure = timeline ? exposureDuring(timeline, happening) : NO_EXPOSURE;
    let here = soFar.find(
      ({ seat }) => seat.slotId === happening.slotId && seat.printerId === happening.printerId,
    );
    if (!here) soFar.push((here = { seat: happening, exposure: NO_EXPOSURE, ml: 0, variance: 0 }));
    if (exposure === NO_EXPOSURE) {
      uses.push({ exposure, ml: 0, variance: 0 });
      continue;
    }
    const all = addExposure(here.exposure, exposure);
    const { ml, variance } = foretell(happening, all);
    const more = Math.max(0, ml - here.ml);
    uses.push({ exposure, ml: more, variance: Math.max(0, variance - here.variance) });
    totalMl += more;
    drew ||= drewInk(exposure);
    here.exposure = all;
    here.ml = ml;
    here.variance = variance;
  }
  return { uses, totalMl, drew };
}

/** The books follow the belief: fractions stay. */
function settle(mixes: readonly Mix[], belief: Belief, bareLot: string): readonly Mix[] {
  return isKnown(belief) && Math.abs(mixesMl(mixes) - belief.ml) > 1e-9
    ? scaleMixes(mixes, belief.ml, bareLot)
    : mixes;
}

/** Evidence corrected the sum: every stay takes its share. */
function spread(draws: readonly Draw[], sumMl: number, finalMl: number): Draw[] {
  const of = ({ stretch, exposure, blend }: Draw, ml: number): Draw => ({ stretch, exposure, ml, blend });
  if (sumMl > 1e-9) return draws.map((draw) => of(draw, (draw.ml * finalMl) / sumMl));
  const [first, ...rest] = draws;
  return first ? [of(first, finalMl), ...rest] : [];
}

const isLoss = (because: string | null): boolean =>
  because === 'leaked' || because === 'spilt' || because === 'evaporated';

function loss(
  at: string,
  factId: string,
  seat: Seat | null,
  cause: 'leaked' | 'unexplained',
  ml: number,
  mixes: readonly Mix[],
  bareLot: string,
): Flow {
  return { at, factId, seat, cause, ml, variance: 0, lots: lotsOf(mixes, ml, bareLot), toBottle: null };
}

function codeOf(happening: Extract<Happening, { type: 'seen' | 'weighed' }>): Contradiction['code'] {
  if (happening.type === 'weighed') return 'massOff';
  switch (happening.kind) {
    case 'level':
      return 'levelOff';
    case 'sensor':
      return 'sensorOff';
    case 'faded':
      return 'fadedOff';
    case 'ranDry':
      return 'ranDryOff';
  }
}
