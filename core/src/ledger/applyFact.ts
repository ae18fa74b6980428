import { inkByMass, type Uncertain } from '../quantity';
import { learnUse } from '../usage';
import { chipStep, gaugeReadingU, learnCounter, newChip, type ChipEvent } from '../gauge';
import type { Cartridge, Fact, FactOf } from '../workbook';
import { bodyOf, find, slotFor, type Context } from './context';
import { exposureSince, inkNow, predictedSince } from './inkNow';
import { densityInside, priceInside, scaleMix } from './mix';
import {
  newBottleState,
  newPrinterState,
  newSlotState,
  type BottleState,
  type CartridgeState,
  type Fix,
  type LedgerState,
  type LifeEntry,
  type PrinterState,
} from './state';

export type Journal = (entry: LifeEntry) => void;

/** Beyond this many u, a mass that fell while nothing printed is called a leak. */
const LEAK_SIGMA = 3;

/**
 * Folds one fact into the state, in place. Facts come in the order of `compareFacts`; one that speaks of something the
 * workbook does not define changes nothing.
 */
export function applyFact(context: Context, ledger: LedgerState, fact: Fact, journal: Journal): void {
  switch (fact.kind) {
    case 'weighed':
      return fact.what === 'cartridge'
        ? weighCartridge(context, ledger, fact, journal)
        : fact.what === 'bottle'
          ? weighBottle(ledger, fact)
          : undefined;
    case 'filled':
      return fill(context, ledger, fact, journal);
    case 'drawnOut':
    case 'primed':
      return takeOut(context, ledger, fact, journal);
    case 'spilt': {
      if (fact.from === 'bottle') {
        const bottle = bottleState(ledger, fact.subjectId);
        bottle.outMl += fact.ml.value;
        bottle.outVar += fact.ml.u ** 2;
        bottle.spiltMl += fact.ml.value;
        return;
      }
      return handle(
        context,
        ledger,
        fact.subjectId,
        fact,
        -fact.ml.value,
        fact.ml.u,
        journal,
        (state) => (state.spiltMl += fact.ml.value),
      );
    }
    case 'flushed':
      return flush(context, ledger, fact, journal);
    case 'installed':
      return install(context, ledger, fact);
    case 'removed':
      for (const cartridgeId of fact.cartridgeIds)
        leave(ledger, cartridgeState(context, ledger, cartridgeId), fact.at);
      return;
    case 'printed': {
      const printer = printerState(context, ledger, fact.printerId);
      if (!printer) return;
      const area = (fact.copies * fact.widthMm * fact.heightMm) / 10_000;
      const feature = `area:${fact.subjectId}`;
      printer.totals[feature] = (printer.totals[feature] ?? 0) + area;
      printer.areaDm2 += area;
      printer.copies += fact.copies;
      printer.jobs += 1;
      printer.firstAt ??= fact.at;
      printer.lastPrintAt = fact.at;
      return;
    }
    case 'cleaned': {
      const printer = printerState(context, ledger, fact.printerId);
      if (!printer) return;
      printer.cleanings += 1;
      // A cleaning of some channels only is counted under their slots.
      const keys = fact.slotIds ? fact.slotIds.map((slotId) => `${fact.level}@${slotId}`) : [fact.level];
      for (const key of keys) printer.totals[key] = (printer.totals[key] ?? 0) + 1;
      printer.padSinceMl +=
        drawOf(context, fact.printerId, fact.level) *
        (fact.slotIds?.length ?? Object.keys(printer.slots).length);
      return;
    }
    case 'levelSeen':
    case 'sensorSignalled':
    case 'fadedOrRanDry':
      return seeLevel(context, ledger, fact, journal);
    case 'portChanged': {
      const state = cartridgeState(context, ledger, fact.cartridgeId);
      if (state) state.ports = { ...state.ports, ...fact.ports };
      return;
    }
    case 'gaugeRead': {
      const state = inSlot(context, ledger, fact.printerId, fact.slotId);
      if (!state) return;
      const cartridgeId = ledger.printers[fact.printerId]!.slots[fact.slotId]!.cartridgeId!;
      const ink = inkNow(context, ledger, cartridgeId, fact.at);
      const predictedMl = predictedSince(context, ledger, state, cartridgeId, fact.at).value;
      state.gauge = { fraction: fact.fraction, at: fact.at, predictedMl };
      // Read just after a weighing: nothing was used in between.
      if (fact.fraction !== null && state.fix?.source === 'weighed' && predictedMl < SAME_MOMENT_ML)
        dropAnchor(context, ledger, cartridgeId, state, fact.fraction, fact.at);
      journal({ ...line(fact, cartridgeId, ink), gauge: fact.fraction });
      return;
    }
    case 'chipReset': {
      const state = cartridgeState(context, ledger, fact.cartridgeId);
      if (!state) return;
      const ink = inkNow(context, ledger, fact.cartridgeId, fact.at);
      chipEvent(context, ledger, fact, fact.cartridgeId, { type: 'reset', worked: fact.worked });
      if (fact.worked) countFromFull(context, ledger, fact.cartridgeId, state, fact.at);
      journal(line(fact, fact.cartridgeId, ink));
      return;
    }
    case 'chipReplaced': {
      const state = cartridgeState(context, ledger, fact.cartridgeId);
      if (!state) return;
      const ink = inkNow(context, ledger, fact.cartridgeId, fact.at);
      state.chip = {
        ...state.chip,
        id: fact.chipId ?? `${fact.cartridgeId}/${state.chip.replaced + 1}`,
        volumeMl: fact.volumeMl,
        replaced: state.chip.replaced + 1,
      };
      chipEvent(context, ledger, fact, fact.cartridgeId, { type: 'replaced', original: fact.original });
      countFromFull(context, ledger, fact.cartridgeId, state, fact.at);
      journal(line(fact, fact.cartridgeId, ink));
      return;
    }
    case 'gaugeSwitchedOff': {
      const state = inSlot(context, ledger, fact.printerId, fact.slotId);
      if (!state) return;
      const { cartridgeId } = ledger.printers[fact.printerId]!.slots[fact.slotId]!;
      chipEvent(context, ledger, fact, cartridgeId!, { type: 'switchedOff' });
      state.gauge = null;
      state.anchor = null;
      return;
    }
    case 'chipSignalled': {
      const state = inSlot(context, ledger, fact.printerId, fact.slotId);
      if (!state) return;
      state.signal = fact.signal === 'recognised' ? null : fact.signal;
      const { cartridgeId } = ledger.printers[fact.printerId]!.slots[fact.slotId]!;
      chipEvent(context, ledger, fact, cartridgeId!, { type: 'signalled', signal: fact.signal });
      return;
    }
    case 'nozzleChecked': {
      const printer = printerState(context, ledger, fact.printerId);
      if (printer) printer.lastCheckAt = fact.at;
      return;
    }
    case 'agitated':
      for (const cartridgeId of fact.cartridgeIds) {
        const state = cartridgeState(context, ledger, cartridgeId);
        if (state) state.agitatedAt = fact.at;
      }
      return;
    case 'bottleOpened':
      bottleState(ledger, fact.bottleId).openedAt = fact.at;
      return;
    case 'purchased': {
      const { purchases } = ledger;
      if (fact.what === 'kit') {
        purchases.kitMinor += fact.priceMinor;
        purchases.firstKitAt ??= fact.at;
      } else if (fact.what === 'chips') purchases.chipsMinor += fact.priceMinor;
      else if (fact.what === 'consumables') purchases.consumablesMinor += fact.priceMinor;
      else if (fact.what === 'bottle') purchases.bottlesMinor += fact.priceMinor;
      else purchases.cartridgesMinor += fact.priceMinor;
      return;
    }
    case 'padReset': {
      const printer = printerState(context, ledger, fact.printerId);
      if (printer) printer.padSinceMl = 0;
      return;
    }
    case 'retired': {
      if (fact.what === 'cartridge') {
        const state = cartridgeState(context, ledger, fact.subjectId);
        if (state) {
          leave(ledger, state, fact.at);
          state.retired = fact.at;
        }
      } else if (fact.what === 'bottle') bottleState(ledger, fact.subjectId).retired = fact.at;
      return;
    }
    case 'defined':
    case 'densityMeasured':
    case 'squeezeCalibrated':
    case 'shadeSwitched':
    case 'printerMoved':
    case 'quoted':
    case 'snoozed':
    case 'noted':
    case 'voided':
      return;
  }
}

/** State of a cartridge, begun on first mention; undefined when the workbook does not define it. */
export function cartridgeState(
  context: Context,
  ledger: LedgerState,
  cartridgeId: string,
): CartridgeState | undefined {
  const known = ledger.cartridges[cartridgeId];
  if (known) return known;
  const body = bodyOf(context, cartridgeId);
  if (!body) return undefined;
  const { cartridge, type, emptyG } = body;
  const { initial } = cartridge;
  const nominal = slotFor(context, cartridge)?.slot.original?.nominalMl ?? type.capacityMl;
  const fix: Fix | null =
    initial === 'empty'
      ? { at: '', ml: 0, u: emptyG.u, source: 'assumed', massG: null }
      : initial === 'original'
        ? { at: '', ml: nominal, u: 0.03 * nominal, source: 'assumed', massG: null }
        : null;
  const state: CartridgeState = {
    fix,
    handled: { ml: 0, variance: 0 },
    carried: {},
    from: null,
    location: null,
    outSince: null,
    lastWeighed: null,
    chambers: Array.from({ length: type.chambers }, () =>
      initial === 'original' ? { original: nominal / type.chambers } : {},
    ),
    fills: 0,
    lastRun: null,
    lastFillAt: null,
    restedG: null,
    startMl: fix?.ml ?? null,
    addedMl: 0,
    addedVar: 0,
    drawnMl: 0,
    primedMl: 0,
    spiltMl: 0,
    usedMl: 0,
    usedVar: 0,
    unexplainedMl: 0,
    leakedMl: 0,
    ranDry: 0,
    ports: {
      seal: type.outletSeal ? (initial === 'empty' ? 'intact' : 'pierced') : 'none',
      plug: type.port === 'plug' ? 'in' : 'none',
      keeper: 'off',
    },
    gauge: null,
    chip: {
      id: `${cartridgeId}/0`,
      volumeMl: cartridge.chip?.volumeMl ?? null,
      resetAt: null,
      resetInkMl: null,
      replaced: 0,
      machine: newChip(
        cartridge.chip?.strategy ?? 'none',
        cartridge.chip?.original ?? false,
        ruleOf(context, cartridge),
      ),
    },
    anchor: null,
    signal: null,
    agitatedAt: null,
    retired: null,
  };
  ledger.cartridges[cartridgeId] = state;
  return state;
}

/** The rule for switching a gauge off, of the printer that the cartridge belongs to. */
function ruleOf(context: Context, cartridge: Cartridge) {
  return slotFor(context, cartridge)?.printer.gauge.switchOff ?? NO_OFFER;
}

const NO_OFFER = {
  offered: false,
  lostWhenRunDry: true,
  asksNewOriginalFirst: false,
  promptReturns: true,
  originalOnly: true,
};

/** Moves a cartridge's chip along, and writes the line into the chip's own history. */
function chipEvent(
  context: Context,
  ledger: LedgerState,
  fact: Fact,
  cartridgeId: string,
  event: ChipEvent,
): void {
  const state = cartridgeState(context, ledger, cartridgeId);
  const body = bodyOf(context, cartridgeId);
  if (!state || !body) return;
  state.chip.machine = chipStep(state.chip.machine, event, ruleOf(context, body.cartridge));
  if (event.type === 'toppedUp' || event.type === 'reseated') return;
  (ledger.chips[state.chip.id] ??= []).push({
    at: fact.at,
    cartridgeId,
    what:
      event.type === 'signalled'
        ? event.signal
        : event.type === 'reset' && !event.worked
          ? 'resetFailed'
          : event.type,
  });
}

/** Use below this between a reading and a weighing leaves them the same moment, ml. */
const SAME_MOMENT_ML = 0.15;

const netByHand = (state: CartridgeState): number =>
  state.addedMl - state.drawnMl - state.primedMl - state.spiltMl;

/** The chip counts from its full volume again; what is really inside is the point to compare with. */
function countFromFull(
  context: Context,
  ledger: LedgerState,
  cartridgeId: string,
  state: CartridgeState,
  at: string,
): void {
  const ink = inkNow(context, ledger, cartridgeId, at);
  state.chip = { ...state.chip, resetAt: at, resetInkMl: ink?.value ?? null };
  state.gauge = { fraction: 1, at, predictedMl: 0 };
  state.signal = null;
  state.anchor = null;
  if (ink) dropAnchor(context, ledger, cartridgeId, state, 1, at);
}

/** A reading at a known content; since the one before it, the counter's bias shows. */
function dropAnchor(
  context: Context,
  ledger: LedgerState,
  cartridgeId: string,
  state: CartridgeState,
  reading: number,
  at: string,
): void {
  const body = bodyOf(context, cartridgeId);
  const ink = inkNow(context, ledger, cartridgeId, at);
  const chipMl = state.chip.volumeMl;
  if (!body || !ink || !state.fix || chipMl === null) return;
  const tare = state.fix.massG ? body.emptyG.u / densityInside(context, state, body).value : 0;
  const anchor = {
    at,
    reading,
    ml: ink.value,
    u: ink.u,
    uApart: Math.sqrt(Math.max(0, ink.u ** 2 - tare ** 2)),
    netMl: netByHand(state),
  };
  const before = state.anchor;
  const place = state.location;
  const slot = place ? ledger.printers[place.printerId]?.slots[place.slotId] : undefined;
  const gauge = find(context, 'printer', place?.printerId)?.gauge;
  if (before && slot && gauge)
    slot.counter = learnCounter(
      slot.counter,
      {
        value: before.ml + (anchor.netMl - before.netMl) - anchor.ml,
        u: Math.hypot(before.uApart, anchor.uApart),
      },
      {
        value: (before.reading - reading) * chipMl,
        u: gaugeReadingU(gauge) * chipMl * (before.reading === 1 ? 1 : Math.SQRT2),
      },
    );
  state.anchor = anchor;
}

export function bottleState(ledger: LedgerState, bottleId: string): BottleState {
  return (ledger.bottles[bottleId] ??= newBottleState());
}

export function printerState(
  context: Context,
  ledger: LedgerState,
  printerId: string,
): PrinterState | undefined {
  const printer = find(context, 'printer', printerId);
  if (!printer) return undefined;
  const state = (ledger.printers[printerId] ??= newPrinterState());
  for (const slot of printer.slots) state.slots[slot.id] ??= newSlotState();
  return state;
}

function inSlot(
  context: Context,
  ledger: LedgerState,
  printerId: string,
  slotId: string,
): CartridgeState | undefined {
  const cartridgeId = printerState(context, ledger, printerId)?.slots[slotId]?.cartridgeId;
  return cartridgeId ? cartridgeState(context, ledger, cartridgeId) : undefined;
}

function drawOf(
  context: Context,
  printerId: string,
  level: 'light' | 'deep' | 'group' | 'recharge' | 'change',
): number {
  return find(context, 'printer', printerId)?.draws[level].value ?? 0;
}

const line = (
  fact: Fact,
  cartridgeId: string,
  ink: { value: number; u: number; source?: LifeEntry['source'] } | null,
): LifeEntry => ({
  factId: fact.id,
  at: fact.at,
  cartridgeId,
  kind: fact.kind,
  ml: ink?.value ?? 0,
  u: ink?.u ?? 0,
  source: ink?.source ?? 'assumed',
  massG: null,
});

/** Begins a new account of the ink inside from fresh evidence. */
function setFix(ledger: LedgerState, state: CartridgeState, fix: Fix): void {
  state.fix = fix;
  state.handled = { ml: 0, variance: 0 };
  state.carried = {};
  const totals = state.location ? ledger.printers[state.location.printerId]?.totals : undefined;
  state.from = totals ? { totals: { ...totals }, at: fix.at } : null;
}

/** True when something drew ink through the outlet: a print, a cleaning or a change; days alone do not count. */
function worked(exposure: Record<string, number>): boolean {
  return Object.entries(exposure).some(([feature, amount]) => feature !== 'idleDay' && amount > 0);
}

function weighCartridge(
  context: Context,
  ledger: LedgerState,
  fact: FactOf<'weighed'>,
  journal: Journal,
): void {
  const state = cartridgeState(context, ledger, fact.subjectId);
  const body = bodyOf(context, fact.subjectId);
  if (!state || !body) return;
  state.lastWeighed = { at: fact.at, massG: fact.massG, purpose: fact.purpose };
  if (fact.purpose === 'drying' || fact.purpose === 'empty') {
    // Rinse water weighs 1 g/ml; what left since was rinsed out or dried off, what came is water.
    const ml = Math.max(0, fact.massG.value - body.emptyG.value);
    const before = inkNow(context, ledger, fact.subjectId, fact.at);
    if (before && before.value > ml) state.drawnMl += before.value - ml;
    else if (before) state.addedMl += ml - before.value;
    else state.startMl ??= ml;
    setFix(ledger, state, {
      at: fact.at,
      ml,
      u: Math.hypot(fact.massG.u, body.emptyG.u),
      source: 'weighed',
      massG: fact.massG,
    });
    state.chambers = state.chambers.map(() => (ml > 0.05 ? { flush: ml / state.chambers.length } : {}));
    journal({
      ...line(fact, fact.subjectId, { value: ml, u: state.fix!.u, source: 'weighed' }),
      massG: fact.massG.value,
    });
    return;
  }
  const density = densityInside(context, state, body);
  const ink = inkByMass(fact.massG, body.emptyG, density);
  const { fix } = state;
  const pendingMl =
    state.gauge && fix && state.gauge.at >= fix.at
      ? predictedSince(context, ledger, state, fact.subjectId, fact.at).value - state.gauge.predictedMl
      : null;
  const entry: LifeEntry = { ...line(fact, fact.subjectId, ink), massG: fact.massG.value };
  if (fix) {
    const exposure = exposureSince(ledger, state, fact.at);
    const drop = fix.massG
      ? dropByMass(fix.massG, fact.massG, density)
      : { value: fix.ml - ink.value, u: Math.hypot(fix.u, ink.u) };
    const used: Uncertain = {
      value: drop.value + state.handled.ml,
      u: Math.hypot(drop.u, Math.sqrt(state.handled.variance)),
    };
    if (worked(exposure)) {
      closeInterval(context, ledger, state, fact, { exposure, used }, journal, entry);
    } else {
      // Nothing printed: what is missing leaked, or an entry is wrong.
      state.unexplainedMl += used.value;
      const leak = used.value > LEAK_SIGMA * used.u && used.value > 0.3;
      if (leak) state.leakedMl += used.value;
      journal(
        leak
          ? { ...entry, flag: 'leak', used }
          : used.value < -LEAK_SIGMA * used.u && used.value < -0.3
            ? { ...entry, flag: 'heavier', used }
            : entry,
      );
    }
  } else {
    const start = Math.max(0, ink.value - state.handled.ml);
    state.startMl ??= start;
    // More went in by the log than is there: it was used or lost before anyone weighed.
    state.unexplainedMl += start + state.handled.ml - ink.value;
    journal(entry);
  }
  scaleMix(state, ink.value, body.cartridge.initial === 'original' ? 'original' : 'unknown');
  setFix(ledger, state, {
    at: fact.at,
    ml: Math.max(0, ink.value),
    u: ink.u,
    source: 'weighed',
    massG: fact.massG,
  });
  if (fact.purpose === 'rested') state.restedG = fact.massG.value;
  const reading = state.gauge?.fraction;
  // A gauge read just before: the same content, now known by mass.
  if (reading !== undefined && reading !== null && pendingMl !== null && pendingMl < SAME_MOMENT_ML)
    dropAnchor(context, ledger, fact.subjectId, state, reading, fact.at);
}

function dropByMass(before: Uncertain, now: Uncertain, density: Uncertain): Uncertain {
  const value = (before.value - now.value) / density.value;
  return {
    value,
    u: Math.sqrt(
      (before.u ** 2 + now.u ** 2) / density.value ** 2 + ((value * density.u) / density.value) ** 2,
    ),
  };
}

function closeInterval(
  context: Context,
  ledger: LedgerState,
  state: CartridgeState,
  fact: Fact,
  interval: { exposure: Record<string, number>; used: Uncertain },
  journal: Journal,
  entry: LifeEntry,
): void {
  const { exposure, used } = interval;
  const body = bodyOf(context, entry.cartridgeId)!;
  const predicted = predictedSince(context, ledger, state, entry.cartridgeId, fact.at);
  const home = slotFor(context, body.cartridge);
  const place = state.location ?? (home ? { printerId: home.printer.id, slotId: home.slot.id } : null);
  const printer = find(context, 'printer', place?.printerId);
  const slot = place ? ledger.printers[place.printerId]?.slots[place.slotId] : undefined;
  state.usedMl += used.value;
  state.usedVar += used.u ** 2;
  let flag: LifeEntry['flag'];
  if (slot && printer) {
    const surprise = learnUse(slot.model, exposure, used, printer.draws);
    if (Math.abs(surprise) > 5) {
      flag = 'surprise';
      state.unexplainedMl += used.value - predicted.value;
    }
    for (const [feature, amount] of Object.entries(exposure))
      slot.closed[feature] = (slot.closed[feature] ?? 0) + amount;
    slot.usedMl += used.value;
    slot.usedVar += used.u ** 2;
    slot.spentMinor += Math.max(0, used.value) * (priceInside(context, state, body) ?? 0);
    slot.intervals += 1;
  }
  journal({ ...entry, used, predicted, ...(flag ? { flag } : {}) });
}

function weighBottle(ledger: LedgerState, fact: FactOf<'weighed'>): void {
  const bottle = bottleState(ledger, fact.subjectId);
  bottle.weighed = { at: fact.at, massG: fact.massG, outMl: bottle.outMl };
  bottle.firstWeighed ??= { massG: fact.massG, outMl: bottle.outMl };
}

/** Adds to or takes from the ink inside by hand; lots keep their shares. */
function handle(
  context: Context,
  ledger: LedgerState,
  cartridgeId: string,
  fact: Fact,
  ml: number,
  u: number,
  journal: Journal,
  tally: (state: CartridgeState) => void,
): void {
  const state = cartridgeState(context, ledger, cartridgeId);
  if (!state) return;
  state.handled = { ml: state.handled.ml + ml, variance: state.handled.variance + u * u };
  tally(state);
  const ink = inkNow(context, ledger, cartridgeId, fact.at);
  if (ink) scaleMix(state, ink.value, 'unknown');
  journal(line(fact, cartridgeId, ink));
}

function fill(context: Context, ledger: LedgerState, fact: FactOf<'filled'>, journal: Journal): void {
  const state = cartridgeState(context, ledger, fact.cartridgeId);
  if (!state) return;
  const bottle = bottleState(ledger, fact.bottleId);
  const before = inkNow(context, ledger, fact.cartridgeId, fact.at);
  if (before) scaleMix(state, before.value, 'unknown');
  const mix = state.chambers[Math.min(fact.chamber, state.chambers.length - 1)]!;
  mix[fact.bottleId] = (mix[fact.bottleId] ?? 0) + fact.ml.value;
  state.handled = { ml: state.handled.ml + fact.ml.value, variance: state.handled.variance + fact.ml.u ** 2 };
  state.addedMl += fact.ml.value;
  state.addedVar += fact.ml.u ** 2;
  if (fact.run === undefined || fact.run !== state.lastRun) state.fills += 1;
  state.lastRun = fact.run ?? null;
  state.lastFillAt = fact.at;
  chipEvent(context, ledger, fact, fact.cartridgeId, { type: 'toppedUp' });
  const left = fact.leftover;
  bottle.toCartridgesMl += fact.ml.value;
  bottle.outMl += fact.ml.value;
  bottle.outVar += fact.ml.u ** 2;
  if (left?.fate === 'bin') {
    bottle.binnedMl += left.ml;
    bottle.outMl += left.ml;
  }
  journal(line(fact, fact.cartridgeId, inkNow(context, ledger, fact.cartridgeId, fact.at)));
}

function takeOut(
  context: Context,
  ledger: LedgerState,
  fact: FactOf<'drawnOut'> | FactOf<'primed'>,
  journal: Journal,
): void {
  // Back into the cartridge: nothing left it.
  const ml = fact.fate === 'cartridge' ? 0 : fact.ml.value;
  handle(context, ledger, fact.cartridgeId, fact, -ml, ml === 0 ? 0 : fact.ml.u, journal, (state) => {
    if (fact.kind === 'primed') state.primedMl += ml;
    else state.drawnMl += ml;
  });
  if (fact.fate === 'bottle' && fact.bottleId) {
    const bottle = bottleState(ledger, fact.bottleId);
    bottle.backMl += ml;
    bottle.outMl -= ml;
  }
}

function flush(context: Context, ledger: LedgerState, fact: FactOf<'flushed'>, journal: Journal): void {
  const state = cartridgeState(context, ledger, fact.cartridgeId);
  if (!state) return;
  const before = inkNow(context, ledger, fact.cartridgeId, fact.at);
  if (before) scaleMix(state, before.value, 'unknown');
  const mix = state.chambers[Math.min(fact.chamber, state.chambers.length - 1)]!;
  const lot = fact.bottleId ?? 'flush';
  mix[lot] = (mix[lot] ?? 0) + fact.addedMl;
  const u = 0.05 * Math.max(fact.addedMl, fact.drawnMl);
  state.handled = {
    ml: state.handled.ml + fact.addedMl - fact.drawnMl,
    variance: state.handled.variance + u * u,
  };
  state.drawnMl += fact.drawnMl;
  state.addedMl += fact.addedMl;
  if (fact.bottleId) {
    const bottle = bottleState(ledger, fact.bottleId);
    bottle.outMl += fact.addedMl;
    bottle.toCartridgesMl += fact.addedMl;
  }
  const ink = inkNow(context, ledger, fact.cartridgeId, fact.at);
  if (ink) scaleMix(state, ink.value, 'unknown');
  journal(line(fact, fact.cartridgeId, ink));
}

function leave(ledger: LedgerState, state: CartridgeState | undefined, at: string): void {
  if (!state?.location) return;
  state.carried = exposureSince(ledger, state, at);
  const slot = ledger.printers[state.location.printerId]?.slots[state.location.slotId];
  if (slot) slot.cartridgeId = null;
  state.from = null;
  state.location = null;
  state.outSince = at;
}

function install(context: Context, ledger: LedgerState, fact: FactOf<'installed'>): void {
  const printer = printerState(context, ledger, fact.printerId);
  if (!printer) return;
  for (const { slotId, cartridgeId } of fact.into) {
    const slot = printer.slots[slotId];
    const state = cartridgeState(context, ledger, cartridgeId);
    if (!slot || !state) continue;
    if (slot.cartridgeId === cartridgeId) continue;
    if (slot.cartridgeId) leave(ledger, ledger.cartridges[slot.cartridgeId], fact.at);
    leave(ledger, state, fact.at);
    slot.cartridgeId = cartridgeId;
    chipEvent(context, ledger, fact, cartridgeId, { type: 'reseated' });
    state.location = { printerId: fact.printerId, slotId };
    state.outSince = null;
    state.from = { totals: { ...printer.totals }, at: fact.at };
    // The printer pierces the seal at the first insertion.
    if (state.ports.seal === 'intact') state.ports = { ...state.ports, seal: 'pierced' };
    state.ports = { ...state.ports, keeper: 'off' };
  }
  // One routine for all that went in before the door closed; it draws from every channel.
  printer.totals.change = (printer.totals.change ?? 0) + 1;
  printer.changes += 1;
  printer.firstAt ??= fact.at;
  printer.padSinceMl += drawOf(context, fact.printerId, 'change') * Object.keys(printer.slots).length;
}

/** Evidence other than mass, joined with the prediction by precision; a print that faded caps it at the reserve. */
function seeLevel(
  context: Context,
  ledger: LedgerState,
  fact: FactOf<'levelSeen'> | FactOf<'sensorSignalled'> | FactOf<'fadedOrRanDry'>,
  journal: Journal,
): void {
  const state = cartridgeState(context, ledger, fact.cartridgeId);
  const body = bodyOf(context, fact.cartridgeId);
  if (!state || !body) return;
  const { capacityMl, reserveMl } = body.type;
  const prior = inkNow(context, ledger, fact.cartridgeId, fact.at);
  let ml: number;
  let u: number;
  if (fact.kind === 'fadedOrRanDry') {
    if (fact.ranDry) {
      state.ranDry += 1;
      chipEvent(context, ledger, fact, fact.cartridgeId, { type: 'ranDry' });
    }
    ml = fact.ranDry ? reserveMl / 4 : reserveMl / 2;
    u = Math.max(0.3, fact.ranDry ? reserveMl / 4 : reserveMl / 2);
  } else {
    const seen =
      fact.kind === 'levelSeen'
        ? { value: fact.fraction * capacityMl, u: Math.max(fact.u, 0.01) * capacityMl }
        : fact.ml;
    const wp = prior ? 1 / Math.max(prior.u, 1e-3) ** 2 : 0;
    const ws = 1 / Math.max(seen.u, 1e-3) ** 2;
    ml = ((prior?.value ?? 0) * wp + seen.value * ws) / (wp + ws);
    u = Math.sqrt(1 / (wp + ws));
  }
  const exposure = exposureSince(ledger, state, fact.at);
  if (prior && worked(exposure) && state.fix) {
    const used = {
      value: Math.max(0, state.fix.ml + state.handled.ml - ml),
      u: Math.sqrt(state.fix.u ** 2 + state.handled.variance + u * u),
    };
    state.usedMl += used.value;
    state.usedVar += used.u ** 2;
  }
  scaleMix(state, ml, 'unknown');
  setFix(ledger, state, { at: fact.at, ml, u, source: 'sight', massG: null });
  journal({
    ...line(fact, fact.cartridgeId, { value: ml, u, source: 'sight' }),
    ...(fact.kind === 'fadedOrRanDry' ? { flag: 'ranDry' as const } : {}),
  });
}
