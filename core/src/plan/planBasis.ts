import { cartridgeView, slotView, standardDm2 } from '../advice';
import { ordersFor, type InkOrder, type Order } from './ordersFor';
import { printerCost } from '../cost';
import { all, find, padMl, slotFor, type Book, type Snapshot } from '../ledger';
import { drawOf } from '../usage';
import { POLICIES, type PolicyCode } from '../workbook';
import { forecastInk, type ForecastBy, type InkForecast } from './forecastInk';
import { rhythmOf, type Rhythm } from './rhythm';
import type { PolicyInput } from './policyInput';

/** Why a policy is not open to this printer. */
export type PolicyBar = 'needsSecondSet' | 'selfResettingChips' | 'noOriginalPrice';

export interface PlanOptions {
  /** How far the ink is foretold, weeks. */
  readonly weeks: number;
  /** Simulated for each policy. */
  readonly years: number;
  /** The most that a dry line may happen, per year. */
  readonly allowedRisk: number;
  /** By the rhythm, the planned jobs, or both, which is the default. */
  readonly by?: ForecastBy;
}

/** All of a plan that is known before its policies are simulated. */
export interface PlanBasis {
  readonly id: string;
  readonly at: string;
  readonly forecast: InkForecast['points'];
  readonly reserveAt: InkForecast['reserveAt'];
  /** What a simulation needs besides chance; null while there is no rhythm to go by. Plain data, so a worker can take it. */
  readonly input: Omit<PolicyInput, 'random'> | null;
  readonly bars: Readonly<Record<PolicyCode, PolicyBar | null>>;
  readonly buy: readonly InkOrder[];
  /** What else is used up: chips, filters, gloves. */
  readonly alsoBuy: readonly Order[];
  readonly pad: { readonly inMl: number; readonly capacityMl: number | null };
  /** Why there is no plan: not used for two weeks yet, or nothing in it is known. */
  readonly notKnown: 'noRhythm' | 'noInk' | null;
}

/** Working time: one cartridge refilled, one routine with the printer open. */
export const MINUTES = { fill: 12, routine: 8 } as const;
/** What Plan and `hiraeth plan` go by unless told otherwise. */
export const PLAN_DEFAULTS: PlanOptions = { weeks: 26, years: 2000, allowedRisk: 0.05 };

/**
 * What a plan begins with: when each channel comes to its reserve, what to order by when, and what the policies are simulated on.
 *
 * @param at UTC instant from which it looks ahead
 * @returns undefined when there is no such printer
 */
export function planBasis(
  book: Snapshot,
  printerId: string,
  at: string,
  options: PlanOptions,
): PlanBasis | undefined {
  const printer = find(book.context, 'printer', printerId);
  if (!printer) return undefined;
  const rhythm = rhythmOf(book, printerId, at);
  const ink = forecastInk(book, printerId, at, options.weeks, options.by);
  const orders = ordersFor(book, at, printerId);
  const nothing = printer.slots.map((slot) => ({
    slotId: slot.id,
    median: null,
    low: null,
    high: null,
    notKnown: slotView(book, printerId, slot.id, at)!.advice.notKnown,
  }));
  return {
    id: printerId,
    at,
    forecast: ink?.points ?? [],
    reserveAt: ink?.reserveAt ?? nothing,
    input: rhythm && inputOf(book, rhythm, at, options),
    bars: Object.fromEntries(
      POLICIES.map((code) => [code, barOf(book, printerId, code)]),
    ) as PlanBasis['bars'],
    buy: orders.filter((order) => order.kind === 'ink'),
    alsoBuy: orders.filter((order) => order.kind !== 'ink'),
    pad: { inMl: padMl(book, printerId), capacityMl: printer.padCapacityMl },
    notKnown:
      !rhythm || !ink ? 'noRhythm' : ink.reserveAt.every(({ median }) => median === null) ? 'noInk' : null,
  };
}

function inputOf(book: Book, rhythm: Rhythm, at: string, options: PlanOptions): Omit<PolicyInput, 'random'> {
  const { printer, model } = rhythm;
  const cost = printerCost(book, printer.id, at)!;
  return {
    dayUse: rhythm.dayArea.map((_, day) => rhythm.channels.map(({ dayUse }) => dayUse[day] ?? 0)),
    dayArea: rhythm.dayArea,
    channels: rhythm.channels.map(({ slot, useU }, i) => {
      const channel = cost.channels[i];
      const cartridgeId =
        book.state.printers.get(printer.id)?.slots.get(slot.id)?.cartridgeId ??
        cartridgeFor(book, printer.id, slot.id);
      const view = cartridgeId ? cartridgeView(book, cartridgeId, at) : null;
      const original = slot.original;
      return {
        fullMl: view?.targetMl ?? original?.usableMl ?? 20,
        reserveMl: view?.reserveMl ?? 0.07 * (original?.usableMl ?? 20),
        primeMl: drawOf(model, slot.id, 'change').value,
        refillMinorPerMl: channel?.refillMinorPerMl ?? 0,
        originalUsableMl: original?.usableMl ?? view?.targetMl ?? 20,
        originalMinorPerMl: channel?.originalMinorPerMl ?? 0,
        useU: Math.min(0.5, useU),
      };
    }),
    scatter: model.scatter,
    years: options.years,
    allowedRisk: options.allowedRisk,
    padCapacityMl: printer.padCapacityMl,
    cleaningMlPerYear: 365 * rhythm.cleaningMlPerDay,
    minutesPerFill: MINUTES.fill,
    minutesPerRoutine: MINUTES.routine,
    standardDm2: standardDm2(book),
  };
}

function cartridgeFor(book: Book, printerId: string, slotId: string): string | null {
  return (
    all(book.context, 'cartridge').find((cartridge) => {
      const home = slotFor(book.context, cartridge);
      return home?.printer.id === printerId && home.slot.id === slotId;
    })?.id ?? null
  );
}

/** Rotation wants a second cartridge for each slot, and chips that count from full when they go in. */
function barOf(book: Book, printerId: string, code: PolicyCode): PolicyBar | null {
  const printer = find(book.context, 'printer', printerId)!;
  if (code === 'originals') return printer.slots.every((slot) => slot.original) ? null : 'noOriginalPrice';
  if (!code.startsWith('rotate')) return null;
  const own = all(book.context, 'cartridge').filter(
    (cartridge) =>
      slotFor(book.context, cartridge)?.printer.id === printerId &&
      !book.state.cartridges.get(cartridge.id)?.retired,
  );
  const each = printer.slots.map(
    (slot) => own.filter((cartridge) => slotFor(book.context, cartridge)!.slot.id === slot.id).length,
  );
  if (each.some((count) => count < 2)) return 'needsSecondSet';
  return own.some((cartridge) => cartridge.chip?.strategy === 'selfResetting') ? 'selfResettingChips' : null;
}
