import { NO_EXPOSURE, type Exposure } from '../exposure';
import type { Uncertain } from '../quantity';
import { foretellChannel, newChannel, subjectCoefficient, termCoefficient, type Channel } from './channel';
import {
  drawsOf,
  EVENT_SCATTER_PRIOR,
  predictPrior,
  SCATTER_PRIOR,
  TERMS,
  type Draws,
  type Term,
} from './features';
import { FOUND, type LeakBelief } from './cause';
import { NO_SWING, swingVariance } from './blackSwing';
import { withGain, withShift } from './forecast';
import { leakShift } from './leak';
import type { PrinterModel } from './model';
import type { Scatter } from './scatter';
import { unseenShift } from './shift';

/**
 * What a channel is foretold to draw: `gain·Σ x·c`, with the coefficients' doubt, the jobs' scatter `Σ (s·c·area)²` (copies
 * of one job are the same picture) and the gain's doubt. A channel that was never weighed is judged by its printer's others.
 * A leak that was found, and cleanings that nobody logs, come on top.
 *
 * @param model fitted from the printer's weigh-ins
 * @param slotId which channel
 * @param exposure what it goes through
 * @param cartridgeId which one stands in it; absent: the one that was weighed there last
 * @returns ml, never below 0, with u
 */
export function predictUse(
  model: PrinterModel,
  slotId: string,
  exposure: Exposure,
  cartridgeId?: string,
): Uncertain {
  const use = useByLog(model, slotId, exposure);
  const { idleDays } = exposure;
  if (!(idleDays > 0)) return use;
  const leak = leakIn(model, slotId, cartridgeId);
  const count = model.unseenCleanings * idleDays;
  const withLeak = leak ? withShift(use, leakShift(leak, idleDays)) : use;
  return count > 0 ? withShift(withLeak, unseenShift(count, drawOf(model, slotId, 'light').value)) : withLeak;
}

/** A leak at rest that was found in the cartridge of a slot. */
const leakIn = (model: PrinterModel, slotId: string, cartridgeId?: string): LeakBelief | undefined =>
  model.leaks.find(
    (leak) =>
      leak.probability > FOUND &&
      (cartridgeId === undefined ? leak.slotId === slotId : leak.cartridgeId === cartridgeId),
  );

function useByLog(model: PrinterModel, slotId: string, exposure: Exposure): Uncertain {
  const channel = model.channels.get(slotId);
  if (!channel || !isKnown(channel)) {
    const others = byOthers(model, exposure);
    if (others) return others;
    return channel
      ? withGain(foretellChannel(channel, exposure), model.gain, scatterOf(model))
      : predictPrior(exposure, drawsOf(model.draws, slotId));
  }
  const told = foretellChannel(channel, exposure);
  const use = withGain(told, model.gain, scatterOf(model));
  const variance = swingVariance(model.blacks, slotId, model.gain.value * told.printed);
  return variance > 0 ? withShift(use, { ml: 0, variance }) : use;
}

const scatterOf = ({ scatter, eventScatter }: PrinterModel): Scatter => ({
  jobs: scatter ** 2,
  events: eventScatter ** 2,
});

/** A channel that was weighed here, or in another printer of its kind. */
const isKnown = ({ intervals, isTaught }: Channel): boolean => intervals > 0 || isTaught;

/** How far channels of one printer lie apart, as a share of what they take, before their printer's own have shown it. */
const APART = 0.35;
/** It counts as much as so many channels. */
const APART_COUNTS = 3;

/**
 * Mean of the other channels for the same exposure, with their spread: a few of them do not yet show how far apart channels
 * lie, nor do they settle where the middle is.
 */
function byOthers(model: PrinterModel, exposure: Exposure): Uncertain | null {
  const known = [...model.channels.values()].filter(isKnown);
  if (known.length < 2) return null;
  const uses = known.map((other) => withGain(foretellChannel(other, exposure), model.gain, scatterOf(model)));
  const value = uses.reduce((sum, use) => sum + use.value, 0) / uses.length;
  const squares = uses.reduce((sum, use) => sum + (use.value - value) ** 2, 0);
  const freedom = APART_COUNTS + uses.length - 1;
  const spread = (APART_COUNTS * (APART * value) ** 2 + squares) / freedom;
  const own = uses.reduce((sum, use) => sum + use.u ** 2, 0) / uses.length;
  // The middle of so few has a doubt of its own.
  const widened = spread * (1 + 1 / uses.length);
  return { value, u: Math.sqrt(widened + own) };
}

/** Learnt use of a kind of picture, ml/dm², as the printer draws now. */
export function coefficientPerDm2(model: PrinterModel, slotId: string, subjectId: string): Uncertain {
  return coefficientOf(model, slotId, ofArea(subjectId), (channel) => subjectCoefficient(channel, subjectId));
}

/** Learnt draw of one cleaning, change or idle day, ml, as the printer draws now. */
export function drawOf(model: PrinterModel, slotId: string, term: Term): Uncertain {
  return coefficientOf(model, slotId, { ...NO_EXPOSURE, [term]: 1 }, (channel) =>
    termCoefficient(channel, term),
  );
}

/** One unit of an exposure: a channel's own coefficient, or what its printer's others take where it was never weighed. */
function coefficientOf(
  model: PrinterModel,
  slotId: string,
  unit: Exposure,
  own: (channel: Channel) => Uncertain,
): Uncertain {
  const channel = model.channels.get(slotId) ?? newChannel(model.draws, slotId);
  return (!isKnown(channel) && byOthers(model, unit)) || timesGain(own(channel), model.gain);
}

/** One dm² of a kind of picture, whose own scatter counts for nothing. */
const ofArea = (subjectId: string): Exposure => ({
  ...NO_EXPOSURE,
  areas: [{ subjectId, dm2: 1, squares: 0 }],
});

const timesGain = (coefficient: Uncertain, gain: Uncertain): Uncertain => ({
  value: coefficient.value * gain.value,
  u: Math.hypot(coefficient.u * gain.value, coefficient.value * gain.u),
});

/** One cause's part of what a channel draws. */
export interface UsePart {
  readonly cause: 'printed' | 'cleaned' | 'change' | 'switched' | 'idle' | 'leaked';
  /** For `printed`; null for pictures of measured demand. */
  readonly subjectId: string | null;
  /** For `cleaned`. */
  readonly level: 'light' | 'deep' | 'group' | 'recharge' | null;
  readonly ml: number;
}

/**
 * The parts of what a channel is foretold to draw, by cause: they add up to the whole.
 *
 * @param of which cartridge it was, and when it ended: a leak counts from when it was first suspected
 * @returns parts above 0 ml
 */
export function partsOfUse(
  model: PrinterModel,
  slotId: string,
  exposure: Exposure,
  of?: { readonly cartridgeId: string; readonly at: string },
): UsePart[] {
  const parts: UsePart[] = [];
  for (const { subjectId, dm2 } of exposure.areas) {
    const ml = dm2 * coefficientPerDm2(model, slotId, subjectId).value;
    if (ml > 0) parts.push({ cause: 'printed', subjectId, level: null, ml });
  }
  for (const term of TERMS) {
    const ml = exposure[term] > 0 ? exposure[term] * drawOf(model, slotId, term).value : 0;
    if (ml > 0) parts.push(partOfTerm(term, ml));
  }
  const { idleDays } = exposure;
  const leak = of && leakIn(model, slotId, of.cartridgeId);
  if (leak && of.at > leak.since && idleDays > 0)
    parts.push({
      cause: 'leaked',
      subjectId: null,
      level: null,
      ml: leakShift(leak, idleDays).ml,
    });
  const cleaned = model.unseenCleanings * idleDays * drawOf(model, slotId, 'light').value;
  if (cleaned > 0) parts.push(partOfTerm('light', cleaned));
  return parts;
}

function partOfTerm(term: Term, ml: number): UsePart {
  switch (term) {
    case 'imageMl':
      return { cause: 'printed', subjectId: null, level: null, ml };
    case 'change':
    case 'switched':
      return { cause: term, subjectId: null, level: null, ml };
    case 'idleDays':
      return { cause: 'idle', subjectId: null, level: null, ml };
    default:
      return { cause: 'cleaned', subjectId: null, level: term, ml };
  }
}

/** A printer that nobody has weighed yet. */
export const newModel = (slotIds: readonly string[], draws: Draws): PrinterModel => ({
  channels: new Map(slotIds.map((id) => [id, newChannel(draws, id)])),
  counters: new Map(),
  draws,
  gain: { value: 1, u: 0 },
  changes: [],
  missing: [],
  doubt: null,
  lastSpan: null,
  causes: [],
  leaks: [],
  unseenCleanings: 0,
  blacks: NO_SWING,
  scatter: SCATTER_PRIOR,
  eventScatter: EVENT_SCATTER_PRIOR,
  records: [],
  intervals: 0,
});
