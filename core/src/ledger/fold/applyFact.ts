import { goodCopies, type Fact, type FactOf, type Ports } from '../../workbook';
import { areaDm2 } from '../../area';
import { append } from '../../exposure';
import { bodyOf, find } from '../define/context';
import { sparedSlots } from '../define/sparedSlots';
import { purgeFor, switchShade } from './blacks';
import { carryOver } from './carryOver';
import { happen, mixesByPriors, noteStay } from './chain';
import { chipEvent, countFromFull, readGauge, signalled } from './chip';
import type { Fold } from './Fold';
import type { BottleState, CartridgeState, HandCause, Mix } from './state';
import { weighInk, weighWater } from './weighing';

/** One u of what a rinse leaves behind, as a share of its volume. */
const FLUSH_U = 0.05;
/** Stays on walls and in a sponge after the most thorough rinse, ml. */
const RINSE_FILM_ML = 0.5;
/** A level read by eye is never known better than this share of the body. */
const LEAST_LEVEL_U = 0.01;

/**
 * Folds one fact into the state. Facts come in the order of `compareFacts`; one that speaks of something the workbook does
 * not define changes nothing.
 */
export function applyFact(fold: Fold, fact: Fact): void {
  switch (fact.kind) {
    case 'weighed':
      return weigh(fold, fact);
    case 'filled':
      return fill(fold, fact);
    case 'drawnOut':
    case 'primed':
      return takeOut(fold, fact);
    case 'spilt':
      return spill(fold, fact);
    case 'flushed':
      return flush(fold, fact);
    case 'installed':
      return install(fold, fact);
    case 'removed':
      for (const cartridgeId of fact.cartridgeIds) leave(fold, cartridgeId, fact.at);
      return;
    case 'printed':
      return print(fold, fact);
    case 'cleaned': {
      const printer = fold.printer(fact.printerId);
      if (!printer) return;
      printer.cleanings += 1;
      printer.timeline = append(printer.timeline, {
        type: 'cleaning',
        at: fact.at,
        level: fact.level,
        slotIds: fact.slotIds ?? null,
      });
      return;
    }
    case 'levelSeen':
    case 'sensorSignalled':
    case 'fadedOrRanDry':
      return see(fold, fact);
    case 'looked': {
      const state = fold.cartridge(fact.cartridgeId);
      if (!state) return;
      noteStay(fold, state, fact.at);
      state.rejected =
        fact.found === 'sound' ? null : { found: fact.found, at: fact.at, mlPerDay: fact.mlPerDay ?? null };
      // Who looked and found it sound rules out what its weights may have told of.
      const at = state.seat ?? state.lastSeat;
      const printer = at && fact.found === 'sound' ? fold.printer(at.printerId) : undefined;
      if (printer)
        printer.renewals = append(printer.renewals, {
          at: fact.at,
          what: 'denied',
          cause: 'leak',
          cartridgeId: fact.cartridgeId,
        });
      return;
    }
    case 'portChanged': {
      const state = fold.cartridge(fact.cartridgeId);
      if (state) state.ports = { ...state.ports, ...fact.ports };
      return;
    }
    case 'gaugeRead': {
      const here = fold.inSlot(fact.printerId, fact.slotId);
      if (!here) return;
      here.state.gauge = { fraction: fact.fraction, at: fact.at };
      outgrown(fold, here.state, fact);
      if (fact.fraction !== null && fact.because !== 'misread')
        readGauge(fold, here.state, fact, fact.fraction);
      return;
    }
    case 'chipReset': {
      const state = fold.cartridge(fact.cartridgeId);
      if (!state) return;
      chipEvent(fold, fact, fact.cartridgeId, { type: 'reset', worked: fact.worked });
      if (fact.worked) countFromFull(fold, state, fact);
      return;
    }
    case 'chipReplaced': {
      const state = fold.cartridge(fact.cartridgeId);
      if (!state) return;
      state.chip = {
        ...state.chip,
        id: fact.chipId ?? `${fact.cartridgeId}/${state.chip.replaced + 1}`,
        volumeMl: fact.volumeMl,
        replaced: state.chip.replaced + 1,
      };
      chipEvent(fold, fact, fact.cartridgeId, { type: 'replaced', original: fact.original });
      countFromFull(fold, state, fact);
      return;
    }
    case 'gaugeSwitchedOff': {
      const here = fold.inSlot(fact.printerId, fact.slotId);
      if (!here) return;
      chipEvent(fold, fact, here.id, { type: 'switchedOff' });
      here.state.gauge = null;
      return;
    }
    case 'chipSignalled': {
      const here = fold.inSlot(fact.printerId, fact.slotId);
      if (!here) return;
      here.state.signal = fact.signal === 'recognised' ? null : fact.signal;
      signalled(fold, here.id, here.state, fact);
      chipEvent(fold, fact, here.id, { type: 'signalled', signal: fact.signal });
      return;
    }
    case 'nozzleChecked': {
      const printer = fold.printer(fact.printerId);
      if (!printer) return;
      printer.lastCheckAt = fact.at;
      printer.checks = append(printer.checks, {
        at: fact.at,
        factId: fact.id,
        gaps: fact.gaps
          .filter((gap) => gap.nozzles > 0)
          .map(({ slotId, nozzles, lines }) => ({ slotId, nozzles, lines: lines ?? [] })),
        unseen: fact.unseen ?? [],
        light: fact.light ?? null,
        after: fact.after ?? null,
        paperId: fact.paperId ?? null,
      });
      return;
    }
    case 'headReplaced': {
      const printer = fold.printer(fact.printerId);
      if (!printer) return;
      printer.headAt = fact.at;
      printer.renewals = append(printer.renewals, { at: fact.at, what: 'head' });
      return;
    }
    case 'settingChanged': {
      const printer = fold.printer(fact.printerId);
      if (printer) printer.renewals = append(printer.renewals, { at: fact.at, what: 'setting' });
      return;
    }
    case 'causeDenied': {
      const printer = fold.printer(fact.printerId);
      if (printer)
        printer.renewals = append(printer.renewals, {
          at: fact.at,
          what: 'denied',
          cause: fact.cause,
          ...(fact.cartridgeId ? { cartridgeId: fact.cartridgeId } : {}),
        });
      return;
    }
    case 'shadeSwitched': {
      const printer = fold.printer(fact.printerId);
      if (printer) switchShade(fold, printer, fact);
      return;
    }
    case 'printerMoved': {
      const printer = fold.printer(fact.printerId);
      if (printer) printer.movedAt = fact.at;
      return;
    }
    case 'shadeMeasured': {
      const printer = fold.printer(fact.printerId);
      if (printer) printer.patches = append(printer.patches, fact);
      return;
    }
    case 'shadeGraded': {
      const printer = fold.printer(fact.printerId);
      if (printer) printer.grades = append(printer.grades, fact);
      return;
    }
    case 'profiled': {
      const printer = fold.printer(fact.printerId);
      if (!printer) return;
      const inside = new Map<string, readonly Mix[]>();
      for (const [slotId, { cartridgeId }] of printer.slots) {
        const state = cartridgeId ? fold.cartridge(cartridgeId) : undefined;
        if (cartridgeId && state) inside.set(slotId, mixesByPriors(fold, state, cartridgeId));
      }
      printer.profiles = append(printer.profiles, {
        at: fact.at,
        factId: fact.id,
        name: fact.name,
        paperId: fact.paperId ?? null,
        inside,
      });
      return;
    }
    case 'agitated':
      for (const cartridgeId of fact.cartridgeIds) {
        const state = fold.cartridge(cartridgeId);
        if (state) state.agitatedAt = fact.at;
      }
      return;
    case 'bottleOpened':
      fold.bottle(fact.bottleId).openedAt = fact.at;
      return;
    case 'purchased':
      fold.state.purchases = append(fold.state.purchases, {
        at: fact.at,
        factId: fact.id,
        what: fact.what,
        name: fact.name,
        priceMinor: fact.priceMinor,
        lifeMonths: fact.lifeMonths ?? null,
        printerId: fact.printerId ?? null,
        bottleId: fact.bottleId ?? null,
        inkMinor: fact.inkMinor ?? 0,
      });
      return;
    case 'padReset': {
      const printer = fold.printer(fact.printerId);
      if (!printer) return;
      printer.padPosition = printer.timeline.length;
      printer.padBeforeMl = 0;
      return;
    }
    case 'jobPlanned':
      fold.state.planned.set(fact.id, {
        job: fact,
        printed: fold.state.planned.get(fact.id)?.printed ?? 0,
      });
      return;
    case 'snoozed':
      fold.state.snoozed.set(fact.what, fact.until);
      return;
    case 'retired': {
      if (fact.what === 'cartridge') {
        leave(fold, fact.subjectId, fact.at);
        const state = fold.cartridge(fact.subjectId);
        if (state) state.retired = fact.at;
      } else if (fact.what === 'bottle') fold.bottle(fact.subjectId).retired = fact.at;
      return;
    }
    case 'carriedOver':
      return carryOver(fold, fact);
    case 'defined':
    case 'densityMeasured':
    case 'squeezeCalibrated':
    case 'quoted':
    case 'editionPriced':
    case 'noted':
    case 'voided':
      return;
  }
}

/** A newer figure above a signal's threshold: the signal was of another time. */
function outgrown(
  fold: Fold,
  state: CartridgeState,
  { printerId, fraction, because }: FactOf<'gaugeRead'>,
): void {
  const { phase } = state.chip.machine;
  const gauge = find(fold.context, 'printer', printerId)?.gauge;
  if (fraction === null || because === 'misread' || !gauge) return;
  const above =
    phase === 'low' ? gauge.lowAt : phase === 'veryLow' ? gauge.veryLowAt : phase === 'asks' ? 0 : null;
  if (above === null || fraction <= above) return;
  state.chip = { ...state.chip, machine: { ...state.chip.machine, phase: 'counting' } };
  state.signal = null;
}

function weigh(fold: Fold, fact: FactOf<'weighed'>): void {
  if (fact.what === 'bottle') {
    const bottle = fold.bottle(fact.subjectId);
    bottle.weighed = { at: fact.at, massG: fact.massG, outMl: bottle.outMl };
    bottle.firstWeighed ??= { massG: fact.massG, outMl: bottle.outMl };
    return;
  }
  if (fact.what !== 'cartridge') return;
  const state = fold.cartridge(fact.subjectId);
  const body = bodyOf(fold.context, fact.subjectId);
  if (!state || !body) return;
  state.lastWeighed = { at: fact.at, massG: fact.massG, purpose: fact.purpose };
  if (fact.headG) state.head = { massG: fact.headG, at: fact.at, addedMl: 0 };
  if (fact.purpose === 'drying' || fact.purpose === 'empty') return weighWater(fold, state, body, fact);
  weighInk(fold, state, body, fact);
  if (fact.purpose === 'rested') state.restedG = fact.massG.value;
}

function fill(fold: Fold, fact: FactOf<'filled'>): void {
  const state = fold.cartridge(fact.cartridgeId);
  if (!state) return;
  happen(fold, state, fact.at, {
    type: 'in',
    at: fact.at,
    factId: fact.id,
    chamber: fact.chamber,
    lot: fact.bottleId,
    ml: fact.ml.value,
    variance: fact.ml.u ** 2,
  });
  if (fact.run === undefined || fact.run !== state.lastRun) state.fills += 1;
  state.lastRun = fact.run ?? null;
  if (fact.part === 'head' && state.head)
    state.head = { ...state.head, addedMl: state.head.addedMl + fact.ml.value };
  state.lastFillAt = fact.at;
  state.wetMl = null;
  chipEvent(fold, fact, fact.cartridgeId, { type: 'toppedUp' });
  const bottle = fold.bottle(fact.bottleId);
  bottle.firstFilledAt ??= fact.at;
  pourOut(bottle, fact.ml.value, fact.ml.u);
  if (fact.leftover?.fate === 'bin' && fact.leftover.ml > 0)
    lose(bottle, fact, fact.leftover.ml, 0.1 * fact.leftover.ml, 'binned', fact.cartridgeId, state);
}

function pourOut(bottle: BottleState, ml: number, u: number): void {
  bottle.outMl += ml;
  bottle.outVar += u * u;
}

function lose(
  bottle: BottleState,
  fact: Fact,
  ml: number,
  u: number,
  cause: 'binned' | 'spilt',
  cartridgeId: string | null,
  state: CartridgeState | null,
): void {
  pourOut(bottle, ml, u);
  if (cause === 'spilt') bottle.spiltMl += ml;
  bottle.lost = append(bottle.lost, {
    at: fact.at,
    factId: fact.id,
    ml,
    variance: u * u,
    cause,
    cartridgeId,
    seat: state ? (state.seat ?? state.lastSeat) : null,
  });
}

function takeOut(fold: Fold, fact: FactOf<'drawnOut'> | FactOf<'primed'>): void {
  // Back into the cartridge: nothing left it.
  if (fact.fate === 'cartridge') return;
  const toBottle = fact.fate === 'bottle' ? (fact.bottleId ?? null) : null;
  out(fold, fact.cartridgeId, fact, {
    cause: fact.kind,
    chamber: fact.kind === 'drawnOut' ? fact.chamber : null,
    ml: fact.ml.value,
    u: fact.ml.u,
    toBottle,
  });
  if (toBottle !== null) fold.bottle(toBottle).outMl -= fact.ml.value;
}

function out(
  fold: Fold,
  cartridgeId: string,
  fact: Fact,
  part: { cause: HandCause; chamber: number | null; ml: number; u: number; toBottle: string | null },
): void {
  const state = fold.cartridge(cartridgeId);
  if (!state) return;
  happen(fold, state, fact.at, {
    type: 'out',
    at: fact.at,
    factId: fact.id,
    cause: part.cause,
    chamber: part.chamber,
    ml: part.ml,
    variance: part.u ** 2,
    toBottle: part.toBottle,
  });
}

function spill(fold: Fold, fact: FactOf<'spilt'>): void {
  if (fact.from === 'bottle')
    return lose(fold.bottle(fact.subjectId), fact, fact.ml.value, fact.ml.u, 'spilt', null, null);
  out(fold, fact.subjectId, fact, {
    cause: 'spilt',
    chamber: null,
    ml: fact.ml.value,
    u: fact.ml.u,
    toBottle: null,
  });
}

function flush(fold: Fold, fact: FactOf<'flushed'>): void {
  const state = fold.cartridge(fact.cartridgeId);
  if (!state) return;
  const u = (FLUSH_U * Math.max(fact.addedMl, fact.drawnMl)) / Math.SQRT2;
  if (fact.addedMl > 0)
    happen(fold, state, fact.at, {
      type: 'in',
      at: fact.at,
      factId: fact.id,
      chamber: fact.chamber,
      lot: fact.bottleId ?? 'flush',
      ml: fact.addedMl,
      variance: u * u,
    });
  if (fact.drawnMl > 0)
    out(fold, fact.cartridgeId, fact, {
      cause: 'flushed',
      chamber: fact.chamber,
      ml: fact.drawnMl,
      u,
      toBottle: null,
    });
  if (fact.bottleId) pourOut(fold.bottle(fact.bottleId), fact.addedMl, u);
  // Wet until it is weighed dry: what went in and did not come out, and the film that always stays.
  else
    state.wetMl = Math.max(
      RINSE_FILM_ML,
      (state.wetMl ?? state.known.belief.ml) + fact.addedMl - fact.drawnMl,
    );
}

function leave(fold: Fold, cartridgeId: string, at: string): void {
  const state = fold.cartridge(cartridgeId);
  // Nothing is known of one whose type is not there, but where it stands.
  if (!state) return clearSlots(fold, cartridgeId);
  if (!state.seat) return;
  noteStay(fold, state, at);
  const { printerId, slotId } = state.seat;
  const slot = fold.slot(printerId, slotId);
  if (slot) slot.cartridgeId = null;
  state.lastSeat = { printerId, slotId };
  state.seat = null;
  state.installedAt = null;
  state.outSince = at;
}

function clearSlots(fold: Fold, cartridgeId: string): void {
  for (const [printerId, { slots }] of fold.state.printers)
    for (const [slotId, slot] of slots)
      if (slot.cartridgeId === cartridgeId) fold.slot(printerId, slotId)!.cartridgeId = null;
}

function install(fold: Fold, fact: FactOf<'installed'>): void {
  const printer = fold.printer(fact.printerId);
  if (!printer) return;
  for (const { slotId, cartridgeId } of fact.into) {
    const slot = printer.slots.get(slotId);
    if (!slot || slot.cartridgeId === cartridgeId || !find(fold.context, 'cartridge', cartridgeId)) continue;
    if (slot.cartridgeId) leave(fold, slot.cartridgeId, fact.at);
    leave(fold, cartridgeId, fact.at);
    slot.cartridgeId = cartridgeId;
    const state = fold.cartridge(cartridgeId);
    if (!state) continue;
    const first = !state.chip.machine.begun;
    chipEvent(fold, fact, cartridgeId, { type: 'reseated' });
    state.seat = { printerId: fact.printerId, slotId, position: printer.timeline.length, at: fact.at };
    if (!state.printerIds.includes(fact.printerId)) state.printerIds = [...state.printerIds, fact.printerId];
    state.installedAt = fact.at;
    state.lastSeat = { printerId: fact.printerId, slotId };
    state.outSince = null;
    // The printer pierces the seal at the first insertion.
    state.ports = {
      ...state.ports,
      ...(state.ports.seal === 'intact' ? { seal: 'pierced' as const } : {}),
      keeper: 'off',
      ...seenTo(fact.confirmed),
    };
    // A new body's own chip counts from full, as one that was changed or reset does.
    if (
      first &&
      state.fills > 0 &&
      find(fold.context, 'cartridge', cartridgeId)?.initial === 'empty' &&
      state.chip.volumeMl !== null
    )
      countFromFull(fold, state, fact);
  }
  // One routine for all that went in before the door closed; it draws from every channel.
  printer.timeline = append(printer.timeline, { type: 'change', at: fact.at });
  printer.changes += 1;
  printer.firstAt ??= fact.at;
}

/** What the person said to have put right when it went in. */
function seenTo(confirmed: readonly string[] = []): Ports {
  return {
    ...(confirmed.includes('plugOut') ? { plug: 'in' as const } : {}),
    ...(confirmed.includes('ventShut') || confirmed.includes('taped') ? { vent: 'open' as const } : {}),
    ...(confirmed.includes('taped') ? { tape: 'off' as const } : {}),
  };
}

function print(fold: Fold, fact: FactOf<'printed'>): void {
  const printer = fold.printer(fact.printerId);
  if (!printer) return;
  if (fact.plannedId !== undefined) {
    const planned = fold.state.planned.get(fact.plannedId);
    fold.state.planned.set(fact.plannedId, {
      job: planned?.job ?? null,
      printed: (planned?.printed ?? 0) + fact.copies,
    });
  }
  const dm2 = areaDm2(fact, fact.copies);
  const { at, subjectId, widthMm, heightMm } = fact;
  const spares = sparedSlots(fold.context, fact.printerId, fact.paperId);
  purgeFor(fold, printer, fact);
  const copies = goodCopies(fact);
  printer.timeline = append(
    printer.timeline,
    fact.demand
      ? {
          type: 'image',
          at,
          subjectId,
          dm2,
          copies,
          widthMm,
          heightMm,
          demand: new Map(fact.demand.map(({ slotId, mlPerDm2 }) => [slotId, mlPerDm2])),
        }
      : spares.length > 0
        ? { type: 'job', at, subjectId, dm2, copies, widthMm, heightMm, spares }
        : { type: 'job', at, subjectId, dm2, copies, widthMm, heightMm },
  );
  printer.areaDm2 += dm2;
  printer.copies += copies;
  printer.jobs += 1;
  printer.firstAt ??= fact.at;
  printer.lastPrintAt = fact.at;
}

function see(
  fold: Fold,
  fact: FactOf<'levelSeen'> | FactOf<'sensorSignalled'> | FactOf<'fadedOrRanDry'>,
): void {
  const state = fold.cartridge(fact.cartridgeId);
  const body = bodyOf(fold.context, fact.cartridgeId);
  if (!state || !body) return;
  const { capacityMl, reserveMl } = body.type;
  const base = { type: 'seen' as const, at: fact.at, factId: fact.id, because: fact.because ?? null };
  switch (fact.kind) {
    case 'levelSeen':
      return happen(fold, state, fact.at, {
        ...base,
        kind: 'level',
        ml: fact.fraction * capacityMl,
        u: Math.max(fact.u, LEAST_LEVEL_U) * capacityMl,
      });
    case 'sensorSignalled':
      return happen(fold, state, fact.at, { ...base, kind: 'sensor', ml: fact.ml.value, u: fact.ml.u });
    case 'fadedOrRanDry': {
      if (fact.ranDry) {
        state.ranDry += 1;
        chipEvent(fold, fact, fact.cartridgeId, { type: 'ranDry' });
      }
      // At or below its reserve: somewhere between nothing and it.
      const ml = fact.ranDry ? reserveMl / 4 : reserveMl / 2;
      return happen(fold, state, fact.at, {
        ...base,
        kind: fact.ranDry ? 'ranDry' : 'faded',
        ml,
        u: Math.max(0.3, ml),
      });
    }
  }
}
