import { timelineIn } from '../define/timelineIn';
import { newChip } from '../../gauge';
import { emptyLog, type Timeline } from '../../exposure';
import { drawsOf, predictPrior } from '../../usage';
import type { Cartridge } from '../../workbook';
import { bodyOf, find, slotFor, type Context } from '../define/context';
import { UNKNOWN_VAR } from './belief';
import { EMPTY_MIX, mixOf } from './mixes';
import type { Foretell } from './stays';
import {
  newBottleState,
  copyState,
  newLedgerState,
  newPrinterState,
  type BottleState,
  type CartridgeState,
  type Known,
  type LedgerState,
  type PrinterState,
  type SlotState,
} from './state';

/** A dry cartridge may hold a few drops after all, ml. */
const DRY_U_ML = 0.1;
/** An original is filled to within this share of its nominal volume. */
const ORIGINAL_U = 0.03;

/**
 * The state while facts are folded into it. What a snapshot handed out is never touched again: a cartridge, printer or
 * bottle is copied before its first change after it, so that a snapshot costs nothing and shares all that did not change.
 */
export class Fold {
  private owned = new Set<object>();

  constructor(
    readonly context: Context,
    readonly state: LedgerState = newLedgerState(),
  ) {}

  /** What a printer has drawn so far. */
  readonly timelineOf = (printerId: string): Timeline | undefined =>
    timelineIn(this.context, this.state, printerId);

  /** Until models are fitted: the printer's own priors, broad as they are. */
  readonly foretell: Foretell = ({ printerId, slotId }, exposure) => {
    const printer = find(this.context, 'printer', printerId);
    if (!printer) return { ml: 0, variance: 0 };
    const use = predictPrior(exposure, drawsOf(printer.draws, slotId));
    return { ml: use.value, variance: use.u ** 2 };
  };

  /** A state that nobody will change; the fold goes on with copies. */
  snapshot(): LedgerState {
    this.owned = new Set();
    return copyState(this.state);
  }

  /** A cartridge to write to, begun on first mention; undefined when the workbook does not define it. */
  cartridge(id: string): CartridgeState | undefined {
    const known = this.state.cartridges.get(id);
    if (known && this.owned.has(known)) return known;
    const mine = known ? { ...known } : newCartridge(this.context, id);
    if (mine) {
      this.state.cartridges.set(id, mine);
      this.owned.add(mine);
    }
    return mine;
  }

  printer(id: string): PrinterState | undefined {
    const definition = find(this.context, 'printer', id);
    if (!definition) return undefined;
    const known = this.state.printers.get(id);
    if (known && this.owned.has(known)) return known;
    const mine: PrinterState = known
      ? { ...known, slots: new Map([...known.slots].map(([slotId, slot]) => [slotId, { ...slot }])) }
      : newPrinterState();
    for (const slot of definition.slots) if (!mine.slots.has(slot.id)) mine.slots.set(slot.id, newSlot());
    this.state.printers.set(id, mine);
    this.owned.add(mine);
    return mine;
  }

  slot(printerId: string, slotId: string): SlotState | undefined {
    return this.printer(printerId)?.slots.get(slotId);
  }

  bottle(id: string): BottleState {
    const known = this.state.bottles.get(id);
    if (known && this.owned.has(known)) return known;
    const mine = known ? { ...known } : newBottleState();
    this.state.bottles.set(id, mine);
    this.owned.add(mine);
    return mine;
  }

  /** The cartridge that stands in a slot, to write to. */
  inSlot(
    printerId: string,
    slotId: string,
  ): { readonly id: string; readonly state: CartridgeState } | undefined {
    const id = this.state.printers.get(printerId)?.slots.get(slotId)?.cartridgeId;
    const state = id ? this.cartridge(id) : undefined;
    return id && state ? { id, state } : undefined;
  }
}

const newSlot = (): SlotState => ({ cartridgeId: null, intervals: emptyLog() });

/** A cartridge before anything happened to it. */
export function newCartridge(context: Context, id: string): CartridgeState | undefined {
  const body = bodyOf(context, id);
  if (!body) return undefined;
  const { cartridge, type } = body;
  const { initial } = cartridge;
  return {
    known: startOf(context, cartridge),
    happenings: emptyLog(),
    closed: emptyLog(),
    seat: null,
    installedAt: null,
    lastSeat: null,
    printerIds: [],
    outSince: null,
    lastWeighed: null,
    wetMl: null,
    fills: 0,
    lastRun: null,
    lastFillAt: null,
    head: null,
    restedG: null,
    ranDry: 0,
    ports: {
      seal: type.outletSeal ? (initial === 'empty' ? 'intact' : 'pierced') : 'none',
      plug: type.port === 'plug' ? 'in' : 'none',
      keeper: 'off',
    },
    gauge: null,
    chip: {
      id: `${id}/0`,
      volumeMl: cartridge.chip?.volumeMl ?? null,
      resetAt: null,
      replaced: 0,
      machine: newChip(
        cartridge.chip?.strategy ?? 'none',
        cartridge.chip?.original ?? false,
        ruleOf(context, cartridge),
        cartridge.chip?.off,
      ),
    },
    signal: null,
    rejected: null,
    agitatedAt: null,
    retired: null,
  };
}

/** What is known of it when it enters the workbook: dry, an untouched original, or nothing. */
function startOf(context: Context, cartridge: Cartridge): Known {
  const body = bodyOf(context, cartridge.id)!;
  const { type } = body;
  const nominal = slotFor(context, cartridge)?.slot.original?.nominalMl ?? type.capacityMl;
  const rho = 1.06;
  const tare = { tareMl: 0, tareVar: (body.emptyG.u / rho) ** 2, cov: 0 };
  const bare = Array.from({ length: type.chambers }, () => EMPTY_MIX);
  switch (cartridge.initial) {
    case 'empty':
      return {
        at: '',
        belief: { ...tare, ml: 0, inkVar: DRY_U_ML ** 2 },
        source: 'assumed',
        mixes: bare,
        reading: null,
        read: null,
      };
    case 'original':
      return {
        at: '',
        belief: { ...tare, ml: nominal, inkVar: (ORIGINAL_U * nominal) ** 2 },
        source: 'assumed',
        mixes: bare.map(() => mixOf('original', nominal / type.chambers)),
        reading: null,
        read: null,
      };
    // How far it was used is told by a look or a weight; until then it may be anything, of the original's ink.
    case 'partUsed':
    case 'unknown':
      return {
        at: '',
        belief: { ...tare, ml: 0, inkVar: UNKNOWN_VAR },
        source: 'assumed',
        mixes: bare,
        reading: null,
        read: null,
      };
  }
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
