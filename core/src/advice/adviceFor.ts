import { showsFigure } from '../gauge';
import { find, hasScale, type Book } from '../ledger';
import type { Printer, Slot } from '../workbook';
import { NO_PRINT, type Advice, type Reason } from './advice';
import { ADVICE_RULES, goesOn, type Said } from './adviceRules';
import { cartridgeView, type CartridgeView } from './cartridgeView';
import { situationOf, type Situation } from './situation';

export interface SlotView {
  readonly printer: Printer;
  readonly slot: Slot;
  readonly cartridge: CartridgeView | null;
  readonly advice: Advice;
}

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
  const so = situationOf(book, printer, slot, view, at);
  let said: Said | null = null;
  for (const rule of ADVICE_RULES) if ((said = rule(so) || null)) break;
  const [code, urgency, ...why] = said ?? goesOn(so);
  return {
    code,
    urgency,
    why: [...knownOf(so), ...why],
    safeSheets: urgency === 'now' && so.safeSheets !== null && NO_PRINT.has(code) ? 0 : so.safeSheets,
    notKnown: so.notKnown,
    emptyAt: so.empty,
    options: so.options,
    strategy: so.strategy,
    hasScale: hasScale(book),
  };
}

/** What is known of it, whatever is advised. */
function knownOf({ view: { ink, reserveMl }, printer, empty, reading, leak }: Situation): Reason[] {
  const known: Reason[] = [];
  if (ink) known.push({ code: 'holds', ml: ink.value, u: ink.u, reserveMl });
  if (empty) known.push({ code: 'emptyAt', of: empty });
  // One lamp for all says no figure of a channel.
  if (reading !== null && showsFigure(printer.gauge)) known.push({ code: 'printerSaid', fraction: reading });
  if (leak) {
    const { mlPerDay, since } = leak;
    known.push({ code: 'leaking', mlPerDay: mlPerDay.value, u: mlPerDay.u, since });
  }
  return known;
}
