import {
  bodyOf,
  densityInside,
  find,
  foreignFraction,
  inkNow,
  isGaugeOff,
  settingsOf,
  type Body,
  type CartridgeState,
  type Ledger,
} from '../ledger';
import { ONE_SIDED, type Estimate } from '../quantity';
import { safeCount } from '../usage';
import { DUE, type Printer, type Slot } from '../workbook';

export type Urgency = 'now' | 'soon' | 'fine';

export interface NextAction {
  readonly code: 'install' | 'weigh' | 'topUpNow' | 'topUpSoon' | 'rest' | 'weighIn' | 'agitate' | 'fine';
  readonly urgency: Urgency;
  readonly words: string;
  /** Reasons, each a sentence that follows from the facts. */
  readonly why: readonly string[];
}

export interface CartridgeView {
  readonly body: Body;
  readonly state: CartridgeState | undefined;
  /** null: weigh it first. */
  readonly ink: Estimate | null;
  readonly reserveMl: number;
  readonly targetMl: number;
  readonly maxMl: number;
  readonly weighedDaysAgo: number | null;
  /** Days in a printer since it was last weighed or went in: what a weigh-in is due by. */
  readonly usedDays: number;
  readonly foreign: number;
  readonly restUntil: string | null;
}

export interface SlotView {
  readonly printer: Printer;
  readonly slot: Slot;
  readonly cartridge: CartridgeView | null;
  /** Standard sheets of mean use that are safe at 95 %. */
  readonly safeSheets: number | null;
  readonly action: NextAction;
}

const DAY_MS = 86_400_000;

/** A cartridge as a person would want to see it: ink now, on an axis from empty to maximum. */
export function cartridgeView(ledger: Ledger, cartridgeId: string, at: string): CartridgeView | null {
  const { context, state } = ledger;
  const body = bodyOf(context, cartridgeId);
  if (!body) return null;
  const cartridgeState = state.cartridges[cartridgeId];
  const density = densityInside(context, cartridgeState, body).value;
  const toMl = (g: number): number => (g - body.emptyG.value) / density;
  const ownTarget = body.cartridge.targetG ?? Infinity;
  const weighed = cartridgeState?.lastWeighed?.at;
  const restEnd =
    cartridgeState?.lastFillAt && body.type.restMinutes > 0 && !cartridgeState.location
      ? Date.parse(cartridgeState.lastFillAt) + body.type.restMinutes * 60_000
      : 0;
  const reach = body.type.sections
    .filter((section) => section.reachedBy.includes(body.type.method))
    .reduce((sum, section) => sum + section.capacityMl, 0);
  return {
    body,
    state: cartridgeState,
    ink: inkNow(context, state, cartridgeId, at),
    reserveMl: body.type.reserveMl,
    targetMl: Math.min(toMl(Math.min(body.type.fullG, ownTarget, body.maxG)), reach > 0 ? reach : Infinity),
    maxMl: toMl(body.maxG),
    weighedDaysAgo: weighed ? Math.max(0, (Date.parse(at) - Date.parse(weighed)) / DAY_MS) : null,
    usedDays: cartridgeState?.from
      ? Math.max(0, (Date.parse(at) - Date.parse(cartridgeState.from.at)) / DAY_MS)
      : 0,
    foreign: cartridgeState ? foreignFraction(context, cartridgeState, body) : 0,
    restUntil: restEnd > Date.parse(at) ? new Date(restEnd).toISOString() : null,
  };
}

/**
 * One slot of a printer now, with what to do about it in words.
 *
 * @param ledger facts and what is true now
 * @param printerId and slotId must exist
 * @param at UTC instant
 * @returns undefined when there is no such slot
 */
export function slotView(
  ledger: Ledger,
  printerId: string,
  slotId: string,
  at: string,
): SlotView | undefined {
  const printer = find(ledger.context, 'printer', printerId);
  const slot = printer?.slots.find((s) => s.id === slotId);
  if (!printer || !slot) return undefined;
  const slotState = ledger.state.printers[printerId]?.slots[slotId];
  const cartridge = slotState?.cartridgeId ? cartridgeView(ledger, slotState.cartridgeId, at) : null;
  const safeSheets =
    cartridge?.ink && slotState
      ? safeCount(
          cartridge.ink,
          cartridge.reserveMl,
          slotState.model,
          meanSheet(ledger, printerId),
          printer.draws,
        )
      : null;
  return { printer, slot, cartridge, safeSheets, action: nextAction(ledger, cartridge, safeSheets, at) };
}

/** Exposure of one standard sheet of what this printer has printed so far, by subject in proportion. */
export function meanSheet(ledger: Ledger, printerId: string): Record<string, number> {
  const { standardSheet } = settingsOf(ledger.context);
  const dm2 = (standardSheet.widthMm * standardSheet.heightMm) / 10_000;
  const totals = Object.entries(ledger.state.printers[printerId]?.totals ?? {}).filter(([feature]) =>
    feature.startsWith('area:'),
  );
  const area = totals.reduce((sum, [, amount]) => sum + amount, 0);
  if (area === 0) return { 'area:any': dm2 };
  return Object.fromEntries(totals.map(([feature, amount]) => [feature, (dm2 * amount) / area]));
}

function nextAction(ledger: Ledger, view: CartridgeView | null, safe: number | null, at: string): NextAction {
  const settings = settingsOf(ledger.context);
  if (!view)
    return {
      code: 'install',
      urgency: 'now',
      words: 'No cartridge here: install one',
      why: ['The log has no cartridge in this slot.'],
    };
  if (!view.ink)
    return {
      code: 'weigh',
      urgency: 'now',
      words: 'Weigh it once to begin',
      why: ['Nothing is known yet about the ink inside.'],
    };
  const { ink, reserveMl, targetMl, weighedDaysAgo } = view;
  const least = ink.value - ONE_SIDED * ink.u;
  const day = isGaugeOff(view.state) ? Math.min(settings.weighInDays, 10) : settings.weighInDays;
  const why: string[] = [
    `It holds ${ink.value.toFixed(1)} ml, surely more than ${Math.max(0, least).toFixed(1)} ml; the reserve is ${reserveMl.toFixed(1)} ml.`,
  ];
  if (least <= reserveMl)
    return {
      code: 'topUpNow',
      urgency: 'now',
      words: 'Top up before you print',
      why: [...why, 'Below the reserve the printer may draw air.'],
    };
  if (isGaugeOff(view.state))
    why.push(`The printer no longer counts this channel: its weigh-in comes every ${day} days.`);
  if (ink.value < settings.topUpFraction * targetMl || (safe ?? 99) < 5)
    return {
      code: 'topUpSoon',
      urgency: 'soon',
      words: sheets('Top up soon', safe),
      why: [
        ...why,
        `It is below ${Math.round(settings.topUpFraction * 100)} % of its target of ${targetMl.toFixed(1)} ml.`,
      ],
    };
  if (weighedDaysAgo === null || view.usedDays > day)
    return {
      code: 'weighIn',
      urgency: 'soon',
      words:
        weighedDaysAgo === null
          ? 'Weigh it once to begin'
          : `Weigh in: ${Math.floor(view.usedDays)} days in use since the last`,
      why: [...why, `A weigh-in is due every ${day} days.`],
    };
  const shaken = [view.state?.agitatedAt, view.state?.lastFillAt, view.state?.lastWeighed?.at]
    .filter((t): t is string => Boolean(t))
    .sort()
    .at(-1);
  if (
    view.body.cartridge.inkClass === 'pigment' &&
    shaken &&
    (Date.parse(at) - Date.parse(shaken)) / DAY_MS > DUE.agitateDays
  )
    return {
      code: 'agitate',
      urgency: 'fine',
      words: sheets('Shake gently, then go on', safe),
      why: [...why, `Pigment settles: it was last moved more than ${DUE.agitateDays} days ago.`],
    };
  return { code: 'fine', urgency: 'fine', words: sheets('Good to print', safe), why };
}

const sheets = (words: string, safe: number | null): string =>
  safe === null ? words : `${words}: ${safe >= 1000 ? 'over 1000' : safe} sheets are safe`;
