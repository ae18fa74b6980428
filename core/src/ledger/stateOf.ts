import { newChip } from '../gauge';
import type { Cartridge } from '../workbook';
import { bodyOf, find, slotFor, type Context } from './context';
import {
  newBottleState,
  newPrinterState,
  newSlotState,
  type BottleState,
  type CartridgeState,
  type Fix,
  type LedgerState,
  type PrinterState,
} from './state';

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
    lastPlace: null,
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
export function ruleOf(context: Context, cartridge: Cartridge) {
  return slotFor(context, cartridge)?.printer.gauge.switchOff ?? NO_OFFER;
}

const NO_OFFER = {
  offered: false,
  lostWhenRunDry: true,
  asksNewOriginalFirst: false,
  promptReturns: true,
  originalOnly: true,
};

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

export function inSlot(
  context: Context,
  ledger: LedgerState,
  printerId: string,
  slotId: string,
): CartridgeState | undefined {
  const cartridgeId = printerState(context, ledger, printerId)?.slots[slotId]?.cartridgeId;
  return cartridgeId ? cartridgeState(context, ledger, cartridgeId) : undefined;
}

export function drawOf(
  context: Context,
  printerId: string,
  level: 'light' | 'deep' | 'group' | 'recharge' | 'change',
): number {
  return find(context, 'printer', printerId)?.draws[level].value ?? 0;
}
