import { addExposure, append, emptyLog, listOf } from '../../exposure';
import { gaugeReadingU, sensorContent, type ChipEvent, chipStep } from '../../gauge';
import type { Uncertain } from '../../quantity';
import type { Because, Fact, Signal } from '../../workbook';
import { predictPrior } from '../../usage';
import { bodyOf, find, type Context } from '../define/context';
import { densityOfLot, densityOfMixes, isOneDensity } from './density';
import { isKnown, joined, massOf, moved, UNKNOWN_VAR } from './belief';
import { CONTRADICTS_SIGMA } from './contradicts';
import { ruleOf, type Fold } from './Fold';
import { EMPTY_MIX, lotsOf, mixOf, scaleMixes } from './mixes';
import type { CartridgeState, Closed, Draw, Flow, Happening, Mix, Reading, Seat } from './state';
import { survey, type Foretell, type Stays, type Survey } from './stays';
import { walk, type Walked } from './walk';

/** Use below this between a reading and a weighing leaves them the same moment, ml. */
export const SAME_MOMENT_ML = 0.15;
/** A scale this much finer than the use in between knows more than any model. */
const SHARP = 0.03;
/** A mass that fell by less than this while nothing printed is no leak, ml. */
const LEAST_LOSS_ML = 0.3;

/** Writes down the stay up to now, so that what follows comes after it. */
export function noteStay(fold: Fold, state: CartridgeState, at: string): void {
  const { seat } = state;
  if (!seat) return;
  const timeline = fold.state.printers.get(seat.printerId)?.timeline;
  const position = timeline?.length ?? 0;
  if (position === seat.position && at <= seat.at) return;
  state.happenings = append(state.happenings, {
    type: 'stay',
    printerId: seat.printerId,
    slotId: seat.slotId,
    fromPosition: seat.position,
    toPosition: position,
    from: seat.at,
    to: at,
  });
  state.seat = { printerId: seat.printerId, slotId: seat.slotId, position, at };
}

/** Adds what happened to a cartridge. */
export function happen(fold: Fold, state: CartridgeState, at: string, happening: Happening): void {
  noteStay(fold, state, at);
  state.happenings = append(state.happenings, happening);
}

/** Until models are fitted: the printer's own priors, broad as they are. */
const byPriors =
  (context: Context): Foretell =>
  (seat, exposure) => {
    const printer = find(context, 'printer', seat.printerId);
    if (!printer) return { ml: 0, variance: 0 };
    const use = predictPrior(exposure, printer.draws);
    return { ml: use.value, variance: use.u ** 2 };
  };

export const bareLot = (context: Context, cartridgeId: string): string =>
  find(context, 'cartridge', cartridgeId)?.initial === 'original' ? 'original' : 'unknown';

function walkByPriors(
  fold: Fold,
  state: CartridgeState,
  cartridgeId: string,
  totalMl: number,
  stays?: Stays,
): Walked {
  return walk({
    start: state.known,
    happenings: listOf(state.happenings),
    timelineOf: (id) => fold.state.printers.get(id)?.timeline,
    foretell: byPriors(fold.context),
    totalMl,
    stays,
    bareLot: bareLot(fold.context, cartridgeId),
    densityU: 0,
  });
}

/** What is inside by the log so far, with use by the priors: close enough for shares of lots. */
export const mixesByPriors = (fold: Fold, state: CartridgeState, cartridgeId: string): readonly Mix[] =>
  walkByPriors(fold, state, cartridgeId, 0).mixes;

/**
 * A weighing. It closes the chain of happenings where it knows more than any forecast could; a coarse one joins the chain as
 * one more piece of evidence, so that nothing that was known before is lost.
 */
export function weighInk(
  fold: Fold,
  state: CartridgeState,
  fact: {
    readonly id: string;
    readonly at: string;
    readonly massG: Uncertain;
    readonly subjectId: string;
    readonly because?: Because | undefined;
  },
): void {
  const { context } = fold;
  const body = bodyOf(context, fact.subjectId)!;
  noteStay(fold, state, fact.at);
  const because = fact.because ?? null;
  const open = survey({
    happenings: listOf(state.happenings),
    timelineOf: (id) => fold.state.printers.get(id)?.timeline,
    foretell: byPriors(context),
  });
  const density = densityAtEnd(fold, state, fact.subjectId);
  const z = (fact.massG.value - body.emptyG.value) / density.value;
  const u = fact.massG.u / density.value;
  const evidence: Happening = {
    type: 'weighed',
    at: fact.at,
    factId: fact.id,
    massG: fact.massG,
    ml: z,
    u,
    because,
  };
  const startKnown = isKnown(state.known.belief);
  const startU = Math.sqrt(massOf(state.known.belief).variance);
  const closes =
    because !== 'misread' &&
    because !== 'otherCartridge' &&
    (!startKnown || !open.drew || u <= startU || u <= SHARP * open.foretoldMl);
  if (!closes) {
    state.happenings = append(state.happenings, evidence);
    return;
  }
  if (!startKnown) return foundInk(fold, state, fact, open, z, u);

  const foretold = open.foretoldMl;
  const doubt = Math.max(foretold, open.drew ? 0.05 : 0);
  const prior = moved(state.known.belief, open.handMl - foretold, open.handVar + doubt * doubt);
  const expected = massOf(prior);
  const off = z - expected.ml;
  const far =
    Math.abs(off) > Math.max(CONTRADICTS_SIGMA * Math.sqrt(expected.variance + u * u), LEAST_LOSS_ML);
  // The scale is right: what was foretold has no say where they contradict.
  const belief = joined(far ? { ...prior, inkVar: UNKNOWN_VAR, cov: 0 } : prior, z, u * u, 'mass');
  const goneMl = state.known.belief.ml + open.handMl - belief.ml;
  // Heavier than it can be: a fill is missing, and says nothing of use.
  const heavier = far && off > 0;
  const drawnMl =
    open.drew && !heavier ? goneMl : Math.min(foretold, Math.max(0, heavier ? foretold : goneMl));
  const walked = walkByPriors(fold, state, fact.subjectId, drawnMl, open.stays);
  const lostMl = goneMl - drawnMl;
  const flows: Flow[] = [...walked.flows];
  if (state.closed.length === 0) flows.unshift(startFlow(fold.context, state, fact.subjectId));
  if (Math.abs(lostMl) > 1e-12)
    flows.push({
      at: fact.at,
      factId: fact.id,
      seat: state.seat ?? state.lastSeat,
      cause: far && lostMl > 0 && because !== 'notLogged' ? 'leaked' : 'unexplained',
      ml: lostMl,
      variance: 0,
      lots: lotsOf(walked.mixes, lostMl, bareLot(context, fact.subjectId)),
      toBottle: null,
    });
  const byEvidence: Uncertain = {
    value: massOf(state.known.belief).ml + open.handMl - z,
    u: Math.sqrt(massOf(state.known.belief).variance + open.handVar + u * u),
  };
  learnFrom(fold, state, fact, walked, byEvidence, heavier ? 'notLogged' : because);
  close(state, {
    end: 'weighed',
    at: fact.at,
    from: state.known.at,
    factId: fact.id,
    because,
    flows,
    draws: walked.draws,
    points: [
      ...walked.points,
      {
        factId: fact.id,
        at: fact.at,
        ml: Math.max(0, belief.ml),
        u: Math.sqrt(belief.inkVar + ((Math.max(0, belief.ml) * density.u) / density.value) ** 2),
        source: 'weighed',
        massG: fact.massG.value,
        gauge: null,
      },
    ],
    used: byEvidence,
    source: 'weighed',
  });
  state.known = {
    at: fact.at,
    belief,
    source: 'weighed',
    mixes: scaleMixes(walked.mixes, belief.ml, bareLot(context, fact.subjectId)),
    reading: Math.abs(lostMl) < SAME_MOMENT_ML ? readingAtEnd(walked, drawnMl) : null,
    read: walked.read,
  };
}

/** Density of what is inside when it is weighed: lots of one density need no account of what was drawn on the way. */
function densityAtEnd(fold: Fold, state: CartridgeState, cartridgeId: string): Uncertain {
  const { context } = fold;
  const body = bodyOf(context, cartridgeId)!;
  const { mixes } = state.known;
  const happenings = listOf(state.happenings);
  // What the printer draws leaves the blend as it is.
  if (!happenings.some(({ type }) => type === 'in' || type === 'out'))
    return densityOfMixes(context, body, mixes);
  // A few at most: a list is read faster than a set is made.
  const lots: string[] = [];
  for (const { blend } of mixes) for (const lot of blend.lots) if (!lots.includes(lot)) lots.push(lot);
  let poured: string | null = null;
  for (const happening of happenings)
    if (happening.type === 'in') {
      poured = happening.lot;
      if (!lots.includes(poured)) lots.push(poured);
    }
  if (!isOneDensity(context, body, lots))
    return densityOfMixes(context, body, walkByPriors(fold, state, cartridgeId, 0).mixes);
  return poured === null ? densityOfMixes(context, body, mixes) : densityOfLot(context, body, poured);
}

/** The first evidence of a cartridge that came in unknown: what it held before follows from what it did since. */
function foundInk(
  fold: Fold,
  state: CartridgeState,
  fact: { readonly id: string; readonly at: string; readonly massG: Uncertain; readonly subjectId: string },
  open: Survey,
  z: number,
  u: number,
): void {
  const belief = joined({ ...state.known.belief, ml: 0 }, z, u * u, 'mass');
  const lot = bareLot(fold.context, fact.subjectId);
  // What was poured since is known; the rest was there before.
  const before = Math.max(0, belief.ml - open.handMl + open.foretoldMl);
  const walked = walk({
    start: {
      ...state.known,
      belief: { ...state.known.belief, ml: before },
      mixes: scaleMixes(state.known.mixes, before, lot),
    },
    happenings: listOf(state.happenings),
    timelineOf: (id) => fold.state.printers.get(id)?.timeline,
    foretell: byPriors(fold.context),
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

/** Rinsed out and drying: what was left went with the rinse; what it weighs above its empty mass is water. */
export function weighWater(
  fold: Fold,
  state: CartridgeState,
  fact: { readonly id: string; readonly at: string; readonly massG: Uncertain; readonly subjectId: string },
): void {
  const body = bodyOf(fold.context, fact.subjectId)!;
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
  because: Because | null,
): void {
  const [first] = walked.draws;
  if (!walked.drew || !first) return;
  const seat: Seat = { printerId: first.stretch.printerId, slotId: first.stretch.slotId };
  const elsewhere = walked.draws.some(
    ({ stretch }) => stretch.printerId !== seat.printerId || stretch.slotId !== seat.slotId,
  );
  if (elsewhere) return;
  const slot = fold.slot(seat.printerId, seat.slotId);
  if (!slot) return;
  slot.intervals = append(slot.intervals, {
    factId: fact.id,
    cartridgeId: fact.subjectId,
    ...seat,
    from: state.known.at,
    to: fact.at,
    exposure: sumOf(walked.draws),
    used,
    because,
    counted: countedIn(walked),
  });
}

function sumOf(draws: readonly Draw[]) {
  return draws.map((draw) => draw.exposure).reduce(addExposure);
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

/** The chip's figure at a moment, as evidence of what was drawn since it last counted. */
export function readGauge(
  fold: Fold,
  state: CartridgeState,
  fact: { readonly id: string; readonly at: string; readonly because?: Because | undefined },
  fraction: number,
  exact = false,
  atMost = false,
): void {
  const { chip } = state;
  if (chip.volumeMl === null || chip.machine.phase === 'off') return;
  const seat = state.seat ?? state.lastSeat;
  const gauge = find(fold.context, 'printer', seat?.printerId)?.gauge;
  happen(fold, state, fact.at, {
    type: 'read',
    factId: fact.id,
    atMost,
    because: fact.because ?? null,
    reading: {
      at: fact.at,
      chipId: `${chip.id}#${chip.machine.resets}`,
      chipMl: chip.volumeMl,
      fraction,
      u: exact ? 0 : gauge ? gaugeReadingU(gauge) : 0.003,
    },
  });
}

/** The chip counts from its full volume again; what is really inside is the point to compare with. */
export function countFromFull(
  fold: Fold,
  state: CartridgeState,
  fact: { readonly id: string; readonly at: string },
): void {
  state.chip = { ...state.chip, resetAt: fact.at };
  state.gauge = { fraction: 1, at: fact.at };
  state.signal = null;
  readGauge(fold, state, fact, 1, true);
}

/** A signal says that the count has come to its threshold, or a prism that the free ink is gone. */
export function signalled(
  fold: Fold,
  cartridgeId: string,
  state: CartridgeState,
  fact: { readonly id: string; readonly at: string; readonly printerId: string; readonly signal: Signal },
): void {
  const gauge = find(fold.context, 'printer', fact.printerId)?.gauge;
  const body = bodyOf(fold.context, cartridgeId);
  if (!gauge || !body) return;
  const { signal } = fact;
  if (gauge.display === 'optical' && signal === 'low') {
    const seen = sensorContent(body.type, 'optical');
    happen(fold, state, fact.at, {
      type: 'seen',
      at: fact.at,
      factId: fact.id,
      kind: 'sensor',
      ml: seen.value,
      u: seen.u,
      because: null,
    });
    return;
  }
  const fraction =
    signal === 'low'
      ? gauge.lowAt
      : signal === 'veryLow'
        ? gauge.veryLowAt
        : signal === 'asks' || signal === 'stops'
          ? 0
          : null;
  if (fraction !== null) readGauge(fold, state, fact, fraction, false, true);
}

/** Moves a cartridge's chip along, and writes the line into the chip's own history. */
export function chipEvent(fold: Fold, fact: Fact, cartridgeId: string, event: ChipEvent): void {
  const state = fold.cartridge(cartridgeId);
  const body = bodyOf(fold.context, cartridgeId);
  if (!state || !body) return;
  state.chip = {
    ...state.chip,
    machine: chipStep(state.chip.machine, event, ruleOf(fold.context, body.cartridge)),
  };
  if (event.type === 'toppedUp' || event.type === 'reseated') return;
  const lines = fold.state.chips.get(state.chip.id) ?? emptyLog();
  fold.state.chips.set(
    state.chip.id,
    append(lines, {
      at: fact.at,
      cartridgeId,
      what:
        event.type === 'signalled'
          ? event.signal
          : event.type === 'reset' && !event.worked
            ? 'resetFailed'
            : event.type,
    }),
  );
}
