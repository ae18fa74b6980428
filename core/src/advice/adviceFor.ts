import {
  lastMovedAt,
  all,
  composition,
  find,
  inkOfBottle,
  isGaugeOff,
  mixesOf,
  modelOf,
  settingsOf,
  slotFor,
  type Book,
  type Contradiction,
  leakFound,
} from '../ledger';
import { daysBetween } from '../time';
import { portProblems, type PortProblem } from '../bench';
import { chipOptions, type ChipOption, type SwitchOffOffer } from '../gauge';
import { atReserve, predictUse, safeCount } from '../usage';
import { DUE, type ChipStrategy, type Look, type Printer, type Slot } from '../workbook';
import { cartridgeView, type CartridgeView } from './cartridgeView';
import { emptyAt, type CartridgeEmptyAt } from './emptyAt';
import { meanSheet } from './meanSheet';

export type Urgency = 'now' | 'soon' | 'fine';

/** What to do about one slot, most pressing first. */
export type AdviceCode =
  | 'install'
  | 'nameType'
  | 'closePorts'
  | 'dry'
  | 'weigh'
  | 'rejected'
  | 'cleaning'
  | 'explain'
  | 'topUpNow'
  | 'newChip'
  | 'cleanContacts'
  | 'switchOffNow'
  | 'tooLate'
  | 'topUpThenReset'
  | 'reseatNow'
  | 'resetNow'
  | 'replaceChip'
  | 'printerStopped'
  | 'topUpAtReading'
  | 'switchOffAhead'
  | 'lookForLeak'
  | 'topUpSoon'
  | 'weighIn'
  | 'agitate'
  | 'byWeight'
  | 'goOn';

/** Why: each follows from the facts. */
export type Reason =
  | { readonly code: 'noCartridge' }
  | { readonly code: 'typeUnknown'; readonly cartridgeId: string; readonly label: string }
  | { readonly code: 'neverWeighed' }
  | { readonly code: 'holds'; readonly ml: number; readonly u: number; readonly reserveMl: number }
  | { readonly code: 'leaking'; readonly mlPerDay: number; readonly u: number; readonly since: string }
  | { readonly code: 'belowReserve' }
  | { readonly code: 'rejected'; readonly found: Look }
  | { readonly code: 'flushFluid' }
  | { readonly code: 'contradiction'; readonly of: Contradiction }
  | { readonly code: 'wet'; readonly ml: number }
  | { readonly code: PortProblem }
  | { readonly code: 'emptyAt'; readonly of: CartridgeEmptyAt }
  | { readonly code: 'printerSaid'; readonly fraction: number }
  | { readonly code: 'signalled'; readonly signal: string }
  | { readonly code: 'actAtCame'; readonly reading: number }
  | { readonly code: 'refusedTwice' }
  | { readonly code: 'notRecognised' }
  | {
      readonly code: 'offer';
      readonly offer: SwitchOffOffer;
      readonly asksNewFirst: boolean;
      readonly lostWhenDry: boolean;
    }
  | { readonly code: 'declaredEmpty'; readonly toppedUp: boolean }
  | { readonly code: 'resetNeedsInk' }
  | { readonly code: 'toppedUp' }
  | { readonly code: 'chipCountsOnce' }
  | { readonly code: 'belowShare'; readonly share: number; readonly targetMl: number }
  | { readonly code: 'fewSheets'; readonly sheets: number }
  | { readonly code: 'weighInDays'; readonly days: number }
  | { readonly code: 'notCounted'; readonly days: number }
  | { readonly code: 'pigmentSettles'; readonly days: number };

/** Why it is not known how far the ink goes. */
export type NotKnown =
  | 'emptySlot'
  | 'typeUnknown'
  | 'neverWeighed'
  | 'contradiction'
  | 'wet'
  | 'rejected'
  | 'cleaningFluid'
  | 'portsWrong'
  | 'stopped';

export interface Advice {
  readonly code: AdviceCode;
  readonly urgency: Urgency;
  readonly why: readonly Reason[];
  /** Standard sheets of the usual mix that are safe at 95 %; null when that is not known. */
  readonly safeSheets: number | null;
  readonly notKnown: NotKnown | null;
  readonly emptyAt: CartridgeEmptyAt | null;
  /** What the chip's strategy allows next. */
  readonly options: readonly ChipOption[];
  readonly strategy: ChipStrategy | null;
  /** False where the workbook has none: then nobody is told to weigh. */
  readonly hasScale?: boolean;
}

export interface SlotView {
  readonly printer: Printer;
  readonly slot: Slot;
  readonly cartridge: CartridgeView | null;
  readonly advice: Advice;
}

/** A printer that no longer counts a channel leaves all to the log: it is weighed at least this often, days. */
const UNCOUNTED_DAYS = 10;
const FEW_SHEETS = 5;

/**
 * One slot now, with the one advice that every place gives. Ink comes before the chip: nothing is advised that would let a
 * cartridge run out to please its gauge. "Not known" is an answer.
 *
 * @param at UTC instant, not before the last fact
 * @returns undefined when there is no such slot
 */
export function slotView(book: Book, printerId: string, slotId: string, at: string): SlotView | undefined {
  const printer = find(book.context, 'printer', printerId);
  const slot = printer?.slots.find((s) => s.id === slotId);
  if (!printer || !slot) return undefined;
  const cartridgeId = book.state.printers.get(printerId)?.slots.get(slotId)?.cartridgeId;
  const cartridge = cartridgeId ? cartridgeView(book, cartridgeId, at) : null;
  const advice = cartridge
    ? adviceFor(book, printer, slot, cartridge, at)
    : cartridgeId
      ? withoutType(cartridgeId, find(book.context, 'cartridge', cartridgeId)?.label)
      : EMPTY_SLOT;
  return { printer, slot, cartridge, advice };
}

/** Nothing can be reckoned. */
const NOTHING = { urgency: 'now', safeSheets: null, emptyAt: null, options: [], strategy: null } as const;
const EMPTY_SLOT: Advice = {
  ...NOTHING,
  code: 'install',
  why: [{ code: 'noCartridge' }],
  notKnown: 'emptySlot',
};

/** Its type was taken back, or is set aside: nobody knows what it weighs empty. */
const withoutType = (cartridgeId: string, label = cartridgeId): Advice => ({
  ...NOTHING,
  code: 'nameType',
  why: [{ code: 'typeUnknown', cartridgeId, label }],
  notKnown: 'typeUnknown',
});

function adviceFor(book: Book, printer: Printer, slot: Slot, view: CartridgeView, at: string): Advice {
  const settings = settingsOf(book.context);
  const { state, ink, reserveMl, targetMl } = view;
  const { machine } = state.chip;
  const { strategy } = machine;
  const rule = slotFor(book.context, view.body.cartridge)?.printer.gauge.switchOff ?? printer.gauge.switchOff;
  const options = chipOptions(machine, rule);
  const empty = emptyAt(book, view.body.cartridge.id, at);
  const off = isGaugeOff(state);
  const reading = off ? null : (state.gauge?.fraction ?? null);
  const atReading = empty !== null && reading !== null && reading <= empty.actAt;
  const stopped = machine.phase === 'stopped';
  const ports = ink === null ? [] : portProblems(state.ports, view.body.type.construction);
  const notKnown: NotKnown | null =
    view.wetMl !== null
      ? 'wet'
      : state.rejected
        ? 'rejected'
        : holdsFluid(book, view, at)
          ? 'cleaningFluid'
          : !ink
            ? 'neverWeighed'
            : ink.contradiction
              ? 'contradiction'
              : ports.length > 0
                ? 'portsWrong'
                : stopped
                  ? 'stopped'
                  : null;
  const sheets = notKnown === null && !atReading ? sheetsOf(book, printer.id, slot.id, view) : null;
  const safeSheets = atReading && notKnown === null ? 0 : sheets;
  const why: Reason[] = [];
  const say = (code: AdviceCode, urgency: Urgency, ...more: Reason[]): Advice => ({
    code,
    urgency,
    why: [...why, ...more],
    safeSheets: urgency === 'now' && safeSheets !== null && NO_PRINT.has(code) ? 0 : safeSheets,
    notKnown,
    emptyAt: empty,
    options,
    strategy,
    hasScale: all(book.context, 'scale').length > 0,
  });
  if (ink) why.push({ code: 'holds', ml: ink.value, u: ink.u, reserveMl });
  if (empty) why.push({ code: 'emptyAt', of: empty });
  if (reading !== null) why.push({ code: 'printerSaid', fraction: reading });
  const leak = leakFound(book, view.body.cartridge.id);
  if (leak)
    why.push({ code: 'leaking', mlPerDay: leak.mlPerDay.value, u: leak.mlPerDay.u, since: leak.since });

  if (view.wetMl !== null) return say('dry', 'now', { code: 'wet', ml: view.wetMl });
  if (state.rejected) return say('rejected', 'now', { code: 'rejected', found: state.rejected.found });
  if (notKnown === 'cleaningFluid') return say('cleaning', 'fine', { code: 'flushFluid' });
  if (ports.length > 0) return say('closePorts', 'now', ...ports.map((code) => ({ code })));
  if (machine.phase === 'spent') return say('newChip', 'now', { code: 'refusedTwice' });
  const low = ink !== null && atReserve(ink, reserveMl);
  if (low) {
    why.push({ code: 'belowReserve' });
    if (ink.contradiction) why.push({ code: 'contradiction', of: ink.contradiction });
    // Ink first, then the chip that has counted to its end.
    if (stopped && strategy === 'newEachTime') return say('replaceChip', 'now', { code: 'chipCountsOnce' });
    const filled = strategy === 'selfResetting' ? machine.filledSinceStop : machine.toppedUp;
    if (stopped && !filled && RESETS.has(strategy))
      return say('topUpThenReset', 'now', { code: 'resetNeedsInk' });
    return say('topUpNow', 'now');
  }
  if (ink?.contradiction) return say('explain', 'now', { code: 'contradiction', of: ink.contradiction });
  if (machine.phase === 'notRecognised' && strategy !== 'selfResetting')
    return say('cleanContacts', 'now', { code: 'notRecognised' });
  const offer: Reason = {
    code: 'offer',
    offer: machine.offer,
    asksNewFirst: rule.asksNewOriginalFirst,
    lostWhenDry: rule.lostWhenRunDry,
  };
  const wantsOff = strategy === 'switchedOff' || strategy === 'leftAlone';
  if (machine.offer === 'open' && wantsOff) return say('switchOffNow', 'now', offer);
  if (stopped && machine.offer === 'lost' && wantsOff) return say('tooLate', 'now', offer);
  if ((stopped || machine.phase === 'notRecognised') && strategy === 'selfResetting')
    return say(machine.filledSinceStop ? 'reseatNow' : 'topUpThenReset', 'now', {
      code: 'declaredEmpty',
      toppedUp: machine.filledSinceStop,
    });
  if (strategy === 'resetter' || strategy === 'contactBridge') {
    if (machine.toppedUp && machine.phase !== 'counting')
      return say('resetNow', stopped ? 'now' : 'soon', { code: 'toppedUp' });
    if (stopped) return say('topUpThenReset', 'now', { code: 'resetNeedsInk' });
  }
  if (stopped && strategy === 'newEachTime') return say('replaceChip', 'now', { code: 'chipCountsOnce' });
  if (stopped) return say('printerStopped', 'now', { code: 'signalled', signal: 'stops' });
  if (!ink) return say('weigh', 'now', { code: 'neverWeighed' });
  if (atReading) return say('topUpAtReading', 'now', { code: 'actAtCame', reading: empty.shownActAt });
  if (leak) return say('lookForLeak', 'soon');
  if (
    machine.offer === 'later' &&
    wantsOff &&
    rule.lostWhenRunDry &&
    (reading !== null ? reading <= printer.gauge.lowAt : ['low', 'veryLow', 'asks'].includes(machine.phase))
  )
    return say('switchOffAhead', 'soon', offer);
  if (ink.value < settings.topUpFraction * targetMl || (safeSheets ?? FEW_SHEETS) < FEW_SHEETS)
    return say(
      'topUpSoon',
      'soon',
      ink.value < settings.topUpFraction * targetMl
        ? { code: 'belowShare', share: settings.topUpFraction, targetMl }
        : { code: 'fewSheets', sheets: safeSheets ?? 0 },
    );
  const uncounted = off || strategy === 'none';
  const usual = printer.weighInDays ?? settings.weighInDays;
  const days = uncounted ? Math.min(usual, UNCOUNTED_DAYS) : usual;
  if (uncounted) why.push({ code: 'notCounted', days });
  if (view.weighedDaysAgo === null || view.usedDays > days)
    return say('weighIn', 'soon', { code: 'weighInDays', days });
  const shakeDays = printer.agitateDays ?? DUE.agitateDays;
  const moved = lastMovedAt(state);
  if (view.body.cartridge.inkClass === 'pigment' && moved !== null && daysBetween(moved, at) > shakeDays)
    return say('agitate', 'fine', { code: 'pigmentSettles', days: shakeDays });
  if (machine.offer === 'later' && wantsOff) why.push(offer);
  return say(uncounted ? 'byWeight' : 'goOn', 'fine');
}

const RESETS: ReadonlySet<ChipStrategy> = new Set(['resetter', 'contactBridge', 'selfResetting']);

/** More flush fluid than this share in what is inside: it cleans, and prints nothing. */
const FLUID_SHARE = 0.5;

function holdsFluid(book: Book, view: CartridgeView, at: string): boolean {
  const mixes = mixesOf(book, view.body.cartridge.id, at);
  const total = mixes.reduce((sum, mix) => sum + Math.max(0, mix.ml), 0);
  if (total <= 0) return view.body.cartridge.inkClass === 'flushFluid';
  const fluid = mixes
    .flatMap((mix) => composition(mix).map(({ lot, fraction }) => ({ lot, ml: fraction * mix.ml })))
    .filter(({ lot }) => lot === 'flush' || inkOfBottle(book.context, lot)?.inkClass === 'flushFluid')
    .reduce((sum, { ml }) => sum + ml, 0);
  return fluid / total > FLUID_SHARE;
}

/** With these open, nothing should be printed. */
export const NO_PRINT: ReadonlySet<AdviceCode> = new Set([
  'topUpNow',
  'rejected',
  'newChip',
  'cleanContacts',
  'tooLate',
  'topUpThenReset',
  'reseatNow',
  'replaceChip',
  'printerStopped',
  'topUpAtReading',
]);

function sheetsOf(book: Book, printerId: string, slotId: string, view: CartridgeView): number | null {
  const model = modelOf(book, printerId);
  if (!view.ink || !model) return null;
  return safeCount(view.ink, view.reserveMl, meanSheet(book, printerId), 'different', (exposure) =>
    predictUse(model, slotId, exposure),
  );
}
