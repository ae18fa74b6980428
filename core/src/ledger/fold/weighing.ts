import { addExposure, append, emptyLog, listOf, NO_EXPOSURE } from '../../exposure';
import type { Uncertain } from '../../quantity';
import type { Because } from '../../workbook';
import { blackIn } from '../define/blackIn';
import type { Body, Context } from '../define/context';
import { inkU, isKnown, joined, massOf, moved, UNKNOWN_VAR } from './belief';
import { bareLot, noteStay, walkByPriors } from './chain';
import { CONTRADICTS_SIGMA } from './contradicts';
import { densityOfAll, densityOfMixes } from './density';
import type { Fold } from './Fold';
import { EMPTY_MIX, lotsOf, mixOf, scaleMixes } from './mixes';
import type { Belief, CartridgeState, Closed, Flow, Known, Reading } from './state';
import { survey, type Survey } from './stays';
import { walk } from './walk';
import type { Walked } from './walked';

/** Use below this between a reading and a weighing leaves them the same moment, ml. */
const SAME_MOMENT_ML = 0.15;
/** A scale this much finer than the use in between knows more than any model. */
const SHARP = 0.03;
/** A mass that fell by less than this while nothing printed is no leak, ml. */
const LEAST_LOSS_ML = 0.3;

interface Weighing {
  readonly id: string;
  readonly at: string;
  readonly massG: Uncertain;
  readonly subjectId: string;
  readonly because?: Because | undefined;
}

/** The mass as ink, if the empty mass were exact, ml; and the density that made it so. */
interface AsInk {
  readonly ml: number;
  readonly u: number;
  readonly density: Uncertain;
}

/**
 * A weighing. It closes the chain of happenings where it knows more than any forecast could; a coarse one joins the chain as
 * one more piece of evidence, so that nothing that was known before is lost.
 */
export function weighInk(fold: Fold, state: CartridgeState, body: Body, fact: Weighing): void {
  noteStay(fold, state, fact.at);
  const because = fact.because ?? null;
  const open = survey({
    happenings: listOf(state.happenings),
    timelineOf: fold.timelineOf,
    foretell: fold.foretell,
  });
  const density = densityAtEnd(fold, state, body);
  const ml = (fact.massG.value - body.emptyG.value) / density.value;
  const u = fact.massG.u / density.value;
  const startKnown = isKnown(state.known.belief);
  const startU = Math.sqrt(massOf(state.known.belief).variance);
  const closes =
    because !== 'misread' &&
    because !== 'otherCartridge' &&
    // What somebody said of it holds for all that went since.
    (because !== null || !startKnown || !open.drew || u <= startU || u <= SHARP * open.foretoldMl);
  if (!closes)
    state.happenings = append(state.happenings, {
      type: 'weighed',
      at: fact.at,
      factId: fact.id,
      massG: fact.massG,
      ml,
      u,
      because,
    });
  else if (startKnown) closeByWeight(fold, state, fact, open, { ml, u, density });
  else foundInk(fold, state, fact, open, ml, u);
}

/** What a weighing says of the chain that it ends. */
interface Verdict {
  readonly belief: Belief;
  /** Drawn by the printer, ml, and gone besides: leaked, or never explained. */
  readonly drawnMl: number;
  readonly lostMl: number;
  /** It contradicts what was foretold. */
  readonly far: boolean;
  /** Heavier than it can be: a fill is missing, and it says nothing of use. */
  readonly heavier: boolean;
}

function judge({ belief: start }: Known, open: Survey, ml: number, u: number): Verdict {
  const foretold = open.foretoldMl;
  const doubt = Math.max(foretold, open.drew ? 0.05 : 0);
  const prior = moved(start, open.handMl - foretold, open.handVar + doubt * doubt);
  const expected = massOf(prior);
  const off = ml - expected.ml;
  const far =
    Math.abs(off) > Math.max(CONTRADICTS_SIGMA * Math.sqrt(expected.variance + u * u), LEAST_LOSS_ML);
  // The scale is right: what was foretold has no say where they contradict.
  const belief = joined(far ? { ...prior, inkVar: UNKNOWN_VAR, cov: 0 } : prior, ml, u * u, 'mass');
  const goneMl = start.ml + open.handMl - belief.ml;
  const heavier = far && off > 0;
  const drawnMl =
    open.drew && !heavier ? goneMl : Math.min(foretold, Math.max(0, heavier ? foretold : goneMl));
  return { belief, drawnMl, lostMl: goneMl - drawnMl, far, heavier };
}

/** The chain ends with its ink weighed: what was drawn on the way is shared out by what was foretold. */
function closeByWeight(
  fold: Fold,
  state: CartridgeState,
  fact: Weighing,
  open: Survey,
  { ml, u, density }: AsInk,
): void {
  const because = fact.because ?? null;
  const start = state.known;
  const { belief, drawnMl, lostMl, far, heavier } = judge(start, open, ml, u);
  const bare = bareLot(fold.context, fact.subjectId);
  const walked = walkByPriors(fold, state, fact.subjectId, drawnMl, open.stays);
  const before: readonly Flow[] =
    state.closed.length === 0 ? [startFlow(fold.context, state, fact.subjectId)] : NONE;
  const lost: readonly Flow[] =
    Math.abs(lostMl) > 1e-12
      ? [
          {
            at: fact.at,
            factId: fact.id,
            seat: state.seat ?? state.lastSeat,
            cause: far && lostMl > 0 && because !== 'notLogged' ? 'leaked' : 'unexplained',
            ml: lostMl,
            variance: 0,
            lots: lotsOf(walked.mixes, lostMl, bare),
            toBottle: null,
          },
        ]
      : NONE;
  const startMass = massOf(start.belief);
  const used: Uncertain = {
    value: startMass.ml + open.handMl - ml,
    u: Math.sqrt(startMass.variance + open.handVar + u * u),
  };
  learnFrom(fold, state, fact, walked, used, { because, heavier });
  close(state, {
    end: 'weighed',
    at: fact.at,
    from: start.at,
    factId: fact.id,
    because,
    flows: oneAfterOther(before, oneAfterOther(walked.flows, lost)),
    draws: oneAfterOther(walked.draws, NONE),
    points: oneAfterOther(walked.points, NONE),
    used,
    ml: Math.max(0, belief.ml),
    u: inkU(belief, density.u / density.value),
    massG: fact.massG.value,
  });
  state.known = {
    at: fact.at,
    belief,
    source: 'weighed',
    mixes: scaleMixes(walked.mixes, belief.ml, bare),
    reading: Math.abs(lostMl) < SAME_MOMENT_ML ? readingAtEnd(walked, drawnMl) : null,
    read: walked.read,
  };
}

/** Density of what is inside when it is weighed: lots of one density need no account of what was drawn on the way. */
function densityAtEnd(fold: Fold, state: CartridgeState, body: Body): Uncertain {
  const { context } = fold;
  const { mixes } = state.known;
  const happenings = listOf(state.happenings);
  let byHand = false;
  const poured: string[] = [];
  for (const happening of happenings)
    if (happening.type === 'in') poured.push(happening.lot);
    else byHand ||= happening.type === 'out';
  // What the printer draws leaves the blend as it is.
  if (!byHand && poured.length === 0) return densityOfMixes(context, body, mixes);
  return (
    densityOfAll(context, body, mixes, poured) ??
    densityOfMixes(context, body, walkByPriors(fold, state, body.cartridge.id, 0).mixes)
  );
}

/** The first evidence of a cartridge that came in unknown: what it held before follows from what it did since. */
function foundInk(
  fold: Fold,
  state: CartridgeState,
  fact: Weighing,
  open: Survey,
  z: number,
  u: number,
): void {
  const lot = bareLot(fold.context, fact.subjectId);
  const belief = joined(seenBefore(fold, state, z, u, lot), z, u * u, 'mass');
  // What was poured since is known; the rest was there before.
  const before = Math.max(0, belief.ml - open.handMl + open.foretoldMl);
  const walked = walk({
    start: {
      ...state.known,
      belief: { ...state.known.belief, ml: before },
      mixes: scaleMixes(state.known.mixes, before, lot),
    },
    happenings: listOf(state.happenings),
    timelineOf: fold.timelineOf,
    foretell: fold.foretell,
    totalMl: before + open.handMl - belief.ml,
    bareLot: lot,
    densityU: 0,
  });
  close(state, {
    end: 'found',
    at: fact.at,
    factId: fact.id,
    start: state.known,
    happenings: listOf(state.happenings),
    ml: Math.max(0, belief.ml),
    u: Math.sqrt(belief.inkVar),
    massG: fact.massG.value,
  });
  state.known = {
    at: fact.at,
    belief,
    source: 'weighed',
    mixes: scaleMixes(walked.mixes, Math.max(0, belief.ml), lot),
    reading: readingAtEnd(walked, walked.foretoldMl),
    read: walked.read,
  };
}

/**
 * What was seen of its ink before it was first weighed stays evidence beside the scale: of a body whose own empty mass nobody
 * knows, *it is really out* says far more than its weight. Where the two contradict, the scale rules.
 */
function seenBefore(fold: Fold, state: CartridgeState, z: number, u: number, bareLot: string): Belief {
  const nothing = { ...state.known.belief, ml: 0 };
  const happenings = listOf(state.happenings);
  if (!happenings.some(({ type }) => type === 'seen')) return nothing;
  const { timelineOf, foretell } = fold;
  const { belief } = walk({ start: state.known, happenings, timelineOf, foretell, bareLot, densityU: 0 });
  if (!isKnown(belief)) return nothing;
  const expected = massOf(belief);
  const s = Math.sqrt(expected.variance + u * u);
  return Math.abs(z - expected.ml) > CONTRADICTS_SIGMA * s ? nothing : belief;
}

/** Rinsed out and drying: what was left went with the rinse; what it weighs above its empty mass is water. */
export function weighWater(fold: Fold, state: CartridgeState, body: Body, fact: Weighing): void {
  noteStay(fold, state, fact.at);
  const ml = Math.max(0, fact.massG.value - body.emptyG.value);
  close(state, {
    end: 'emptied',
    at: fact.at,
    factId: fact.id,
    start: state.known,
    happenings: listOf(state.happenings),
    ml,
    u: Math.hypot(fact.massG.u, body.emptyG.u),
    massG: fact.massG.value,
  });
  const chambers = state.known.mixes.length;
  state.wetMl = ml;
  state.known = {
    at: fact.at,
    belief: {
      ml,
      tareMl: 0,
      inkVar: fact.massG.u ** 2 + body.emptyG.u ** 2,
      tareVar: body.emptyG.u ** 2,
      cov: -(body.emptyG.u ** 2),
    },
    source: 'weighed',
    mixes: Array.from({ length: chambers }, () => (ml > 0.05 ? mixOf('flush', ml / chambers) : EMPTY_MIX)),
    reading: null,
    read: null,
  };
}

/** A rest of so many days is evidence of what goes at rest. */
const LEAST_REST_DAYS = 3;

const NONE: readonly never[] = [];

/** Both lists as one without the room to grow that a list has while it is written: it is kept for years. */
function oneAfterOther<T>(first: readonly T[], then: readonly T[]): readonly T[] {
  if (first.length === 0) return then;
  return then.length === 0 ? first.slice() : first.concat(then);
}

function close(state: CartridgeState, closed: Closed): void {
  state.closed = append(state.closed, closed);
  state.happenings = emptyLog();
  state.wetMl = null;
}

/** The ink that was in it when the workbook first knew. */
function startFlow(context: Context, state: CartridgeState, cartridgeId: string): Flow {
  const { belief, mixes } = state.known;
  return {
    at: '',
    factId: null,
    seat: null,
    cause: 'start',
    ml: belief.ml,
    variance: belief.inkVar,
    lots: lotsOf(mixes, belief.ml, bareLot(context, cartridgeId)),
    toBottle: null,
  };
}

/** The last reading, where hardly anything was drawn after it: it stands beside the ink that was weighed. */
function readingAtEnd({ lastRead, foretoldMl }: Walked, drawnMl: number): Reading | null {
  if (!lastRead) return null;
  const since = foretoldMl > 1e-9 ? (lastRead.sinceMl * drawnMl) / foretoldMl : lastRead.sinceMl;
  return Math.abs(since) < SAME_MOMENT_ML ? lastRead.reading : null;
}

/** One interval in one slot is evidence of use; with readings at both ends of the chip's count, too. */
function learnFrom(
  fold: Fold,
  state: CartridgeState,
  fact: { readonly id: string; readonly at: string; readonly subjectId: string },
  walked: Walked,
  used: Uncertain,
  { because, heavier }: { readonly because: Because | null; readonly heavier: boolean },
): void {
  const [first] = walked.draws;
  if (!first) return;
  const { printerId, slotId } = first.stretch;
  let exposure = NO_EXPOSURE;
  for (const draw of walked.draws) {
    // What was drawn in two places tells neither of their uses.
    if (draw.stretch.printerId !== printerId || draw.stretch.slotId !== slotId) return;
    exposure = addExposure(exposure, draw.exposure);
  }
  // A few hours at rest say nothing; days at rest tell a leak from what prints take.
  const slot = walked.drew || exposure.idleDays >= LEAST_REST_DAYS ? fold.slot(printerId, slotId) : undefined;
  if (!slot) return;
  slot.intervals = append(slot.intervals, {
    factId: fact.id,
    cartridgeId: fact.subjectId,
    printerId,
    slotId,
    ...blackIn(fold.context, printerId, slotId),
    // What it rested on the shelf before says nothing of the printer.
    from: first.stretch.from > state.known.at ? first.stretch.from : state.known.at,
    to: fact.at,
    exposure,
    used,
    because,
    ...(heavier ? { heavier } : {}),
    counted: countedIn(walked),
  });
}

function countedIn({ firstRead, lastRead }: Walked): Uncertain | null {
  if (!firstRead || !lastRead || firstRead === lastRead) return null;
  const { reading: a } = firstRead;
  const { reading: b } = lastRead;
  const apart =
    a.chipId !== b.chipId || firstRead.beforeMl >= SAME_MOMENT_ML || lastRead.sinceMl >= SAME_MOMENT_ML;
  if (apart || b.fraction <= 0) return null;
  return { value: (a.fraction - b.fraction) * b.chipMl, u: Math.hypot(a.u, b.u) * b.chipMl };
}
