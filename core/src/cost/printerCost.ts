import type { Uncertain } from '../quantity';
import {
  all,
  bodyOf,
  densityInside,
  find,
  inkNow,
  priceInside,
  pricePerMl,
  settingsOf,
  slotFor,
  type Context,
  type LedgerState,
} from '../ledger';
import { DENSITY_PRIOR, type InkClass } from '../workbook';
import { coefficient, predictUse, type Exposure } from '../usage';
import { singleChanges } from './singleChanges';

export interface ChannelCost {
  readonly slotId: string;
  readonly name: string;
  /** Learnt use for one dm² of the mean subject. */
  readonly mlPerDm2: Uncertain;
  /** All ink drawn so far, by mass up to the last weigh-in and predicted since. */
  readonly drawnMl: Uncertain;
  readonly wasteMl: number;
  readonly refillMinorPerMl: number | null;
  readonly originalMinorPerMl: number | null;
}

/** A figure that can be opened: its parts add up to it. */
export interface Sum {
  readonly minor: number;
  readonly parts: readonly { readonly label: string; readonly minor: number; readonly how: string }[];
}

export interface PrinterCost {
  readonly printerId: string;
  readonly channels: readonly ChannelCost[];
  readonly areaDm2: number;
  readonly copies: number;
  /** Ink that reached paper, and ink that did not (cleanings, changes, idle days). */
  readonly printedMl: number;
  readonly wasteMl: number;
  /** To date, minor units. */
  readonly refill: Sum;
  readonly original: Sum;
  readonly refillPerDm2: Uncertain | null;
  readonly originalPerDm2: Uncertain | null;
  readonly refillPerMl: number | null;
  readonly originalPerMl: number | null;
  readonly savedMinor: number | null;
  /** Slots without an original price or without any refill price: left out of the comparison, and named. */
  readonly missing: readonly string[];
  /** Cartridges not thrown away: the changes that originals, one by one, would have needed for the same prints. */
  readonly cartridgesSpared: number | null;
}

const WASTE = ['light', 'deep', 'group', 'recharge', 'change', 'idleDay'];

/**
 * First real cost of a printer, to date: Σ over channels of ink drawn × mean price per ml inside, plus chips, consumables
 * and the kit spread over its chosen life, against the same prints on originals at their price per usable ml, with the
 * priming that their one-by-one changes would have caused.
 *
 * @param at UTC instant up to which is counted
 * @returns undefined when there is no such printer
 */
export function printerCost(
  context: Context,
  ledger: LedgerState,
  printerId: string,
  at: string,
): PrinterCost | undefined {
  const printer = find(context, 'printer', printerId);
  const state = ledger.printers[printerId];
  if (!printer || !state) return undefined;
  const missing: string[] = [];
  const channels: (ChannelCost & {
    printed: number;
    spent: number;
    primeMl: number;
    usableMl: number;
  })[] = [];
  for (const slot of printer.slots) {
    const slotState = state.slots[slot.id];
    if (!slotState) continue;
    const total = exposureTotal(state.totals, slot.id);
    const open = openUse(context, ledger, printerId, slot.id, at);
    const ml = slotState.usedMl + open.value;
    // Every weighing shares the density's doubt: it does not average out over the year.
    const drawn = {
      value: ml,
      u: Math.hypot(
        Math.sqrt(slotState.usedVar + open.u ** 2),
        ml * densityDoubt(context, ledger, slotState.cartridgeId, slot.inkClass),
      ),
    };
    const waste = predictUse(
      slotState.model,
      only(total, (feature) => WASTE.includes(feature)),
      printer.draws,
    ).value;
    const areaOnly = only(total, (feature) => feature.startsWith('area:'));
    const printedShare = predictUse(slotState.model, areaOnly, printer.draws).value;
    const wasteMl = waste + printedShare > 0 ? (drawn.value * waste) / (waste + printedShare) : 0;
    const refillMinorPerMl =
      slotState.usedMl > 0
        ? slotState.spentMinor / slotState.usedMl
        : (inSlotPrice(context, ledger, slotState.cartridgeId) ?? shadePrice(context, slot.shades));
    const originalMinorPerMl = slot.original ? slot.original.priceMinor / slot.original.usableMl : null;
    if (refillMinorPerMl === null || originalMinorPerMl === null) missing.push(slot.name);
    const printed = Math.max(0, drawn.value - wasteMl);
    channels.push({
      slotId: slot.id,
      name: slot.name,
      mlPerDm2:
        state.areaDm2 > 0
          ? {
              value: printed / state.areaDm2,
              u: relative(slotState.model, areaOnly, printer.draws) * (printed / state.areaDm2),
            }
          : coefficient(slotState.model, 'area:', printer.draws),
      drawnMl: drawn,
      wasteMl,
      refillMinorPerMl,
      originalMinorPerMl,
      printed,
      spent:
        slotState.usedMl > 0
          ? slotState.spentMinor + open.value * (refillMinorPerMl ?? 0)
          : drawn.value * (refillMinorPerMl ?? 0),
      primeMl: coefficient(slotState.model, 'change', printer.draws).value,
      usableMl: slot.original?.usableMl ?? 0,
    });
  }
  const counted = channels.filter(
    (channel) => channel.refillMinorPerMl !== null && channel.originalMinorPerMl !== null,
  );
  const comparable = counted.length === channels.length && counted.length > 0;
  const refill = refillSum(
    context,
    ledger,
    channels,
    state.firstAt,
    at,
    shareOfWork(context, ledger, printerId),
  );
  const changeWaste = changesOf(counted, state.changes);
  const original = originalSum(counted, changeWaste);
  const area = state.areaDm2;
  const drawnAll = channels.reduce((sum, channel) => sum + channel.drawnMl.value, 0);
  const per = (minor: number, price: 'refillMinorPerMl' | 'originalMinorPerMl'): Uncertain | null =>
    area > 0
      ? {
          value: minor / area,
          u: Math.hypot(...channels.map((channel) => channel.drawnMl.u * (channel[price] ?? 0))) / area,
        }
      : null;
  const originalMl = counted.reduce(
    (sum, channel) => sum + channel.originalMinorPerMl! * channel.drawnMl.value,
    0,
  );
  const usable = counted.reduce((sum, channel) => sum + channel.drawnMl.value, 0);
  return {
    printerId,
    channels: channels.map(
      ({ slotId, name, mlPerDm2, drawnMl, wasteMl, refillMinorPerMl, originalMinorPerMl }) => ({
        slotId,
        name,
        mlPerDm2,
        drawnMl,
        wasteMl,
        refillMinorPerMl,
        originalMinorPerMl,
      }),
    ),
    areaDm2: area,
    copies: state.copies,
    printedMl: channels.reduce((sum, channel) => sum + channel.printed, 0),
    wasteMl: channels.reduce((sum, channel) => sum + channel.wasteMl, 0),
    refill,
    original,
    refillPerDm2: per(refill.minor, 'refillMinorPerMl'),
    originalPerDm2: comparable ? per(original.minor, 'originalMinorPerMl') : null,
    refillPerMl: drawnAll > 0 ? channels.reduce((sum, channel) => sum + channel.spent, 0) / drawnAll : null,
    originalPerMl: usable > 0 ? originalMl / usable : null,
    savedMinor: comparable ? original.minor - refill.minor : null,
    missing,
    cartridgesSpared: comparable ? changeWaste.changes : null,
  };
}

/** Cumulative totals of one slot, with the cleanings of groups that it belongs to. */
function exposureTotal(totals: Exposure, slotId: string): Exposure {
  const exposure: Exposure = {};
  for (const [key, amount] of Object.entries(totals)) {
    const [feature, of] = key.split('@') as [string, string | undefined];
    if (of === undefined || of === slotId) exposure[feature] = (exposure[feature] ?? 0) + amount;
  }
  return exposure;
}

const only = (exposure: Exposure, keep: (feature: string) => boolean): Exposure =>
  Object.fromEntries(Object.entries(exposure).filter(([feature]) => keep(feature)));

function relative(
  model: Parameters<typeof predictUse>[0],
  exposure: Exposure,
  draws: Parameters<typeof predictUse>[2],
): number {
  const use = predictUse(model, exposure, draws);
  return use.value > 0 ? use.u / use.value : 0;
}

/** Use predicted since the last weighing of the cartridge now in the slot. */
function openUse(
  context: Context,
  ledger: LedgerState,
  printerId: string,
  slotId: string,
  at: string,
): Uncertain {
  let value = 0;
  let variance = 0;
  for (const [cartridgeId, state] of Object.entries(ledger.cartridges)) {
    const isHere = state.location?.printerId === printerId && state.location.slotId === slotId;
    if (!isHere || !state.fix) continue;
    const now = inkNow(context, ledger, cartridgeId, at);
    if (!now) continue;
    value += Math.max(0, state.fix.ml + state.handled.ml - now.value);
    variance += now.u ** 2;
  }
  return { value, u: Math.sqrt(variance) };
}

/** Relative u of the density of what is inside; where nothing is, that of an ink nobody measured. */
function densityDoubt(
  context: Context,
  ledger: LedgerState,
  cartridgeId: string | null,
  inkClass: InkClass,
): number {
  const body = cartridgeId ? bodyOf(context, cartridgeId) : undefined;
  const density = body
    ? densityInside(context, ledger.cartridges[body.cartridge.id], body)
    : DENSITY_PRIOR[inkClass];
  return density.u / density.value;
}

function inSlotPrice(context: Context, ledger: LedgerState, cartridgeId: string | null): number | null {
  const body = cartridgeId ? bodyOf(context, cartridgeId) : undefined;
  const state = cartridgeId ? ledger.cartridges[cartridgeId] : undefined;
  return body && state ? priceInside(context, state, body) : null;
}

function shadePrice(context: Context, shades: readonly string[]): number | null {
  const bottles = all(context, 'bottle').filter((bottle) =>
    shades.includes(find(context, 'ink', bottle.inkId)?.shade ?? ''),
  );
  return bottles.length > 0
    ? bottles.reduce((sum, bottle) => sum + pricePerMl(bottle), 0) / bottles.length
    : null;
}

/** This printer's part of chips, consumables and kit: by the ink its cartridges took. */
function shareOfWork(context: Context, ledger: LedgerState, printerId: string): number {
  let mine = 0;
  let total = 0;
  for (const [cartridgeId, state] of Object.entries(ledger.cartridges)) {
    const body = bodyOf(context, cartridgeId);
    if (!body) continue;
    total += state.addedMl;
    if (slotFor(context, body.cartridge)?.printer.id === printerId) mine += state.addedMl;
  }
  return total > 0 ? mine / total : 1;
}

function refillSum(
  context: Context,
  ledger: LedgerState,
  channels: readonly { name: string; spent: number; drawnMl: Uncertain; refillMinorPerMl: number | null }[],
  firstAt: string | null,
  at: string,
  share: number,
): Sum {
  const parts = channels.map((channel) => ({
    label: channel.name,
    minor: channel.spent,
    how: `${channel.drawnMl.value.toFixed(1)} ml drawn × price inside`,
  }));
  const { purchases } = ledger;
  const { kitLifeMonths } = settingsOf(context);
  const lost = lostInk(context, ledger) * share;
  if (lost > 0)
    parts.push({
      label: 'Ink lost by hand',
      minor: lost,
      how: 'leftovers binned, priming drawn at the outlet, spills',
    });
  if (purchases.chipsMinor)
    parts.push({ label: 'Chips', minor: purchases.chipsMinor * share, how: 'as bought' });
  if (purchases.consumablesMinor)
    parts.push({ label: 'Consumables', minor: purchases.consumablesMinor * share, how: 'as bought' });
  if (purchases.kitMinor) {
    const from = Date.parse(purchases.firstKitAt ?? firstAt ?? at);
    const months = Math.min(kitLifeMonths, Math.max(0, (Date.parse(at) - from) / (30.44 * 86_400_000)));
    parts.push({
      label: 'Kit',
      minor: (purchases.kitMinor * share * months) / kitLifeMonths,
      how: `${months.toFixed(0)} of ${kitLifeMonths} months of its life`,
    });
  }
  return { minor: parts.reduce((sum, part) => sum + part.minor, 0), parts };
}

/** Ink bought that never went through a printer: binned leftovers, bottle spills, primes and drawn-out ink thrown away. */
function lostInk(context: Context, ledger: LedgerState): number {
  let minor = 0;
  for (const [bottleId, state] of Object.entries(ledger.bottles)) {
    const bottle = find(context, 'bottle', bottleId);
    if (bottle) minor += (state.binnedMl + state.spiltMl) * pricePerMl(bottle);
  }
  for (const [cartridgeId, state] of Object.entries(ledger.cartridges)) {
    const body = bodyOf(context, cartridgeId);
    if (body)
      minor +=
        (state.primedMl + state.spiltMl + Math.max(0, state.leakedMl)) *
        (priceInside(context, state, body) ?? 0);
  }
  return minor;
}

function changesOf(
  channels: readonly { drawnMl: Uncertain; wasteMl: number; usableMl: number; primeMl: number }[],
  changesMade: number,
) {
  const withPrice = channels.filter((channel) => channel.usableMl > 0);
  if (withPrice.length === 0) return { changes: 0, perChannel: [] as number[] };
  // What the same prints would have drawn without the changes that refilling caused.
  const uses = withPrice.map((channel) => ({
    useMl: Math.max(0, channel.drawnMl.value - changesMade * channel.primeMl),
    usableMl: channel.usableMl,
    primeMl: channel.primeMl,
  }));
  const { changes } = singleChanges(uses);
  return { changes, perChannel: uses.map((use) => use.useMl + changes * use.primeMl) };
}

function originalSum(
  channels: readonly { name: string; originalMinorPerMl: number | null }[],
  waste: { changes: number; perChannel: readonly number[] },
): Sum {
  const parts = channels.map((channel, i) => ({
    label: channel.name,
    minor: (waste.perChannel[i] ?? 0) * (channel.originalMinorPerMl ?? 0),
    how: `${(waste.perChannel[i] ?? 0).toFixed(1)} ml, of it the priming of ${waste.changes.toFixed(1)} changes, × price per usable ml`,
  }));
  return { minor: parts.reduce((sum, part) => sum + part.minor, 0), parts };
}
