import type { Fact } from '../workbook';
import { line, type Journal } from './account';
import { handle, fill, takeOut, flush } from './byHand';
import { chipEvent, SAME_MOMENT_ML, countFromFull, dropAnchor } from './chipLife';
import type { Context } from './context';
import { inkLeft, inkNow, predictedSince } from './inkNow';
import { leave, install } from './seats';
import { seeLevel } from './seeLevel';
import type { LedgerState } from './state';
import { cartridgeState, bottleState, printerState, inSlot, drawOf } from './stateOf';
import { weighCartridge, weighBottle } from './weigh';

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
      const use = predictedSince(context, ledger, state, cartridgeId, fact.at);
      const predictedMl = use.value;
      state.gauge = { fraction: fact.fraction, at: fact.at, predictedMl };
      // Read just after a weighing: nothing was used in between.
      if (fact.fraction !== null && state.fix?.source === 'weighed' && predictedMl < SAME_MOMENT_ML)
        dropAnchor(context, ledger, cartridgeId, state, fact.fraction, fact.at);
      journal({ ...line(fact, cartridgeId, inkLeft(state, use)), gauge: fact.fraction });
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
