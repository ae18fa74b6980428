import { MONTH_MS } from '../time';
import { ALWAYS, DRAWN, inkAccount, type AccountEntry, type InkAccount } from '../account';
import { listOf, type Log } from '../exposure';
import { poolForFew } from '../numeric';
import {
  all,
  densityFreedom,
  find,
  mixesOf,
  modelOf,
  priceOfMixes,
  settingsOf,
  type Book,
  type Purchase,
} from '../ledger';
import type { Uncertain } from '../quantity';
import { drawOf } from '../usage';
import type { Printer, PurchaseKind, Settings, Slot } from '../workbook';
import { printedIn, type PrintedArea } from './printedIn';
import { singleChanges } from './singleChanges';

export interface ChannelCost {
  readonly slotId: string;
  readonly name: string;
  /** Drawn by the printer in the period, with all doubt, ml. */
  readonly drawnMl: Uncertain;
  /** Prints that count of which this channel's ink is known, and their area: all that count, unless the channel is `unweighed`. */
  readonly printed: readonly PrintedArea[];
  readonly areaDm2: number;
  /** False where it was never weighed and others were: what it drew is not nothing. */
  readonly inkKnown: boolean;
  /** Of it what reached paper, and what did not. */
  readonly printedMl: number;
  readonly wasteMl: number;
  /** Lost by hand: primed, drawn out, spilt, binned, flushed, leaked, unexplained. */
  readonly lostMl: number;
  /** Price of what was drawn and lost when it was, minor units; null: a lot's price is unknown. */
  readonly drawnMinor: number | null;
  readonly printedMinor: number | null;
  readonly lostMinor: number | null;
  /** Mean price of what was drawn; of what is inside where nothing was. */
  readonly refillMinorPerMl: number | null;
  readonly originalMinorPerMl: number | null;
  /** What densities that were not measured put in doubt of the drawn ink, ml: shared by all channels of one maker. */
  readonly sharedU: number;
  /** The same for what was lost by hand, ml. */
  readonly lostU: number;
  /** What measured densities put in doubt of the drawn ink, ml, ink by ink. */
  readonly measuredU: readonly (readonly [inkId: string, ml: number])[];
  /** What scale and syringe do, ml. */
  readonly scaleU: number;
  readonly entries: readonly AccountEntry[];
}

export type CostPart =
  | {
      readonly code: 'channel';
      readonly slotId: string;
      readonly name: string;
      readonly ml: number;
      readonly minor: number | null;
    }
  | { readonly code: 'byHand'; readonly ml: number; readonly minor: number | null }
  | {
      readonly code: 'purchase';
      readonly what: Purchase['what'];
      readonly name: string;
      readonly factId: string;
      readonly priceMinor: number | null;
      /** Months of its life that lie in the period, of how many; 0: counted when bought. */
      readonly months: number;
      readonly lifeMonths: number;
      /** Share of this printer. */
      readonly share: number;
      readonly minor: number | null;
    }
  | { readonly code: 'empties'; readonly count: number; readonly minor: number | null }
  | {
      readonly code: 'original';
      readonly slotId: string;
      readonly name: string;
      readonly ml: number;
      readonly changes: number;
      readonly minor: number | null;
    };

/** A figure that can be opened: its parts add up to it. null: a part of it is unknown. */
export interface Sum {
  readonly minor: number | null;
  readonly parts: readonly CostPart[];
}

export interface PrinterCost {
  readonly printerId: string;
  readonly from: string;
  readonly to: string;
  readonly channels: readonly ChannelCost[];
  readonly account: InkAccount;
  /** Prints whose ink is on the books, alone: what these figures are held against. */
  readonly areaDm2: number;
  readonly copies: number;
  readonly printed: readonly PrintedArea[];
  /** Those of which no channel's ink is known: what stood in the printer was never weighed. `lastAt`: UTC; null where there are none. */
  readonly uncounted: { readonly copies: number; readonly dm2: number; readonly lastAt: string | null };
  /** Channels whose own ink is not known of so many copies that count: they lack it. */
  readonly unweighed: readonly {
    readonly slotId: string;
    readonly name: string;
    readonly copies: number;
  }[];
  /** Ink that reached paper, and ink that did not (cleanings, changes, idle days). */
  readonly printedMl: number;
  readonly wasteMl: number;
  readonly refill: Sum;
  readonly original: Sum;
  /** Relative standard uncertainties of both sums: shared errors of densities do not cancel over channels. */
  readonly refillU: number;
  readonly originalU: number;
  /** False where prints are logged and the ink of none of them is known: a print of nothing would be a wrong figure. */
  readonly inkKnown: boolean;
  readonly refillPerMl: number | null;
  readonly originalPerMl: number | null;
  readonly savedMinor: number | null;
  /** Slots without an original's price, and those with a lot of unknown price: left out of the comparison, and named. */
  readonly missing: readonly string[];
  readonly unpriced: readonly string[];
  /** Purchases without a price: left out of the sum, and named. */
  readonly openPrices: readonly string[];
  /** Usable ml of each slot's original, in slot order; 0 where none is known. */
  readonly usableMl: readonly number[];
  /** Single changes that originals would have needed for the same prints: cartridges not thrown away. */
  readonly cartridgesSpared: number | null;
}

/** Mean month of the Gregorian calendar, ms. */

/**
 * Real cost of a printer in a period, refilled and with originals for the same prints. Refilled: every ml drawn or lost at the
 * price of what was inside when it was, and each purchase over its own life from its own date. Originals: the same use without
 * the changes that refilling caused, at the price per usable ml, with the priming of their own one-by-one changes.
 *
 * @param from and to: UTC instants; without them all that is known
 * @returns undefined when there is no such printer
 */
export function printerCost(
  book: Book,
  printerId: string,
  to: string,
  from: string = ALWAYS,
): PrinterCost | undefined {
  const account = inkAccount(book, printerId, from, to);
  return account && costOfAccount(book, account);
}

/**
 * What an account costs: of one period, or of each of several that were written in one go.
 *
 * @param shareTo what all printers share is split by the ink filled up to then: parts of a period share as the whole does
 */
export function costOfAccount(book: Book, account: InkAccount, shareTo = account.to): PrinterCost {
  // An account is written once for each state: what it costs follows from it and the definitions alone.
  const known = costs.get(account);
  if (known && known.context === book.context && known.shareTo === shareTo) return known.cost;
  const cost = reckon(book, account, shareTo);
  if (!book.live) costs.set(account, { context: book.context, shareTo, cost });
  return cost;
}

const costs = new WeakMap<
  InkAccount,
  { readonly context: Book['context']; readonly shareTo: string; readonly cost: PrinterCost }
>();

function reckon(book: Book, account: InkAccount, shareTo: string): PrinterCost {
  const { printerId, from, to } = account;
  const printer = find(book.context, 'printer', printerId)!;
  const { coverage } = account;
  const printed = printedIn(book, printerId, from, to, (place) => coverage.has(place));
  const uncounted = uncountedIn(book, account);
  const channels = printer.slots.map((slot, i) => channelCost(book, slot, account, i, printed));
  const refill = refillSum(book, printer, channels, { from, to, shareTo });
  const both = refill.parts.filter((part) => part.code === 'purchase' && ON_BOTH.has(part.what));
  const original = originalSum(book, printerId, printer, channels, both);
  const missing = printer.slots.filter((slot) => !slot.original).map((slot) => slot.name);
  const unpriced = channels
    .filter(
      (channel) =>
        channel.refillMinorPerMl === null || channel.drawnMinor === null || channel.lostMinor === null,
    )
    .map((channel) => channel.name);
  const drawnMl = channels.reduce((sum, channel) => sum + channel.drawnMl.value, 0);
  const inkMinor = addUp(channels.map((channel) => channel.drawnMinor));
  const { copies, dm2: areaDm2 } = totalOf(printed);
  return {
    printerId,
    from,
    to,
    channels,
    account,
    printed,
    areaDm2,
    copies,
    uncounted,
    unweighed: channels.flatMap(({ slotId, name, printed: known }) => {
      const lacks = copies - totalOf(known).copies;
      return lacks > 0 ? [{ slotId, name, copies: lacks }] : [];
    }),
    inkKnown: copies > 0 ? drawnMl > 0 : uncounted.copies === 0,
    printedMl: channels.reduce((sum, channel) => sum + channel.printedMl, 0),
    wasteMl: channels.reduce((sum, channel) => sum + channel.wasteMl, 0),
    refill,
    original: original.sum,
    refillU: relativeU(book, channels, (channel) => channel.refillMinorPerMl, refill.minor),
    originalU: relativeU(book, channels, (channel) => channel.originalMinorPerMl, original.sum.minor),
    refillPerMl: drawnMl > 0 && inkMinor !== null ? inkMinor / drawnMl : null,
    originalPerMl:
      drawnMl > 0 && missing.length === 0
        ? channels.reduce((sum, c) => sum + c.drawnMl.value * c.originalMinorPerMl!, 0) / drawnMl
        : null,
    savedMinor:
      refill.minor === null || original.sum.minor === null ? null : original.sum.minor - refill.minor,
    missing,
    unpriced,
    openPrices: refill.parts.flatMap((part) => (part.code === 'purchase' && isOpen(part) ? [part.name] : [])),
    usableMl: printer.slots.map((slot) => slot.original?.usableMl ?? 0),
    cartridgesSpared: original.changes,
  };
}

/** Beyond this share of those that count, prints that are left out would have changed the figures. */
const MUCH = 0.1;

/** Would the figures be others with the ink that nobody knows? */
export const lacksMuch = ({
  uncounted,
  unweighed,
  copies,
}: Pick<PrinterCost, 'uncounted' | 'unweighed' | 'copies'>): boolean =>
  unweighed.length > 0 || uncounted.copies > MUCH * copies;

const totalOf = (areas: readonly PrintedArea[]): { copies: number; dm2: number } => ({
  copies: areas.reduce((sum, area) => sum + area.copies, 0),
  dm2: areas.reduce((sum, area) => sum + area.dm2, 0),
});

/** Prints of whose ink nothing is known. */
function uncountedIn(book: Book, { printerId, from, to, coverage }: InkAccount): PrinterCost['uncounted'] {
  if (!coverage.hasGaps()) return { copies: 0, dm2: 0, lastAt: null };
  let lastAt: string | null = null;
  const { items } = book.state.printers.get(printerId)!.timeline;
  const unknown = printedIn(book, printerId, from, to, (place) => {
    if (coverage.has(place)) return false;
    lastAt = items[place]!.at;
    return true;
  });
  return { ...totalOf(unknown), lastAt };
}

/** Sum of amounts; null as soon as one is unknown. */
export const addUp = (amounts: readonly (number | null)[]): number | null =>
  amounts.reduce<number | null>((sum, one) => (sum === null || one === null ? null : sum + one), 0);

function channelCost(
  book: Book,
  slot: Slot,
  account: InkAccount,
  index: number,
  counted: readonly PrintedArea[],
): ChannelCost {
  const channel = account.channels[index]!;
  const { printerId, from, to, coverage } = account;
  const { entries } = channel;
  const known = coverage.hasGaps(slot.id)
    ? printedIn(book, printerId, from, to, (place) => coverage.hasOf(slot.id, place))
    : counted;
  const drawn = entries.filter(({ cause }) => DRAWN.has(cause));
  const printed = entries.filter(({ cause }) => cause === 'printed' || cause === 'notLogged');
  const lost = entries.filter(({ cause }) => !DRAWN.has(cause));
  const drawnMinor = minorOf(drawn);
  // Whatever left was known by mass: its density's doubt goes with all of it.
  const { doubt } = channel;
  const drawnShare = channel.drawnMl > 0 ? channel.drawnMl / (channel.drawnMl + Math.max(0, mlOf(lost))) : 1;
  const measuredU = doubt.inks.map(([inkId, ml]) => [inkId, ml * drawnShare] as const);
  const printedMl = mlOf(printed);
  return {
    slotId: slot.id,
    name: slot.name,
    drawnMl: {
      value: channel.drawnMl,
      u: Math.hypot(channel.drawnOwnU, doubt.shared * drawnShare, ...measuredU.map(([, ml]) => ml)),
    },
    printed: known,
    areaDm2: totalOf(known).dm2,
    inkKnown: known.length > 0 || counted.length === 0,
    printedMl,
    wasteMl: channel.drawnMl - printedMl,
    lostMl: mlOf(lost),
    drawnMinor,
    printedMinor: minorOf(printed),
    lostMinor: minorOf(lost),
    refillMinorPerMl:
      channel.drawnMl > 0 && drawnMinor !== null
        ? drawnMinor / channel.drawnMl
        : priceInSlot(book, printerId, slot, to),
    originalMinorPerMl: slot.original ? slot.original.priceMinor / slot.original.usableMl : null,
    sharedU: doubt.shared * drawnShare,
    lostU: doubt.shared * (1 - drawnShare),
    measuredU,
    scaleU: channel.drawnOwnU,
    entries,
  };
}

const mlOf = (entries: readonly AccountEntry[]): number => entries.reduce((sum, { ml }) => sum + ml, 0);
const minorOf = (entries: readonly AccountEntry[]): number | null => addUp(entries.map(({ minor }) => minor));

function priceInSlot(book: Book, printerId: string, slot: Slot, at: string): number | null {
  const cartridgeId = book.state.printers.get(printerId)?.slots.get(slot.id)?.cartridgeId;
  return priceOfMixes(book.context, slot, cartridgeId ? mixesOf(book, cartridgeId, at) : []);
}

/**
 * Of the price of all ink together: what unmeasured densities have wrong goes with all of it, what scale and syringe have wrong is each
 * channel's own, and a measured ink errs as one in all its channels. Several measured inks rest on more points than each of them.
 */
function relativeU(
  { context }: Book,
  channels: readonly ChannelCost[],
  price: (channel: ChannelCost) => number | null,
  totalMinor: number | null,
): number {
  if (totalMinor === null || totalMinor <= 0) return 0;
  let shared = 0;
  let own = 0;
  const inks = new Map<string, number>();
  for (const channel of channels) {
    const each = price(channel) ?? 0;
    shared += (channel.sharedU + channel.lostU) * each;
    own += (channel.scaleU * each) ** 2;
    for (const [inkId, ml] of channel.measuredU) inks.set(inkId, (inks.get(inkId) ?? 0) + ml * each);
  }
  const measured = poolForFew(
    [...inks].map(([inkId, u]) => ({ u: Math.abs(u), freedom: densityFreedom(context, inkId) })),
  );
  return Math.hypot(shared, Math.sqrt(own), measured) / totalMinor;
}

function refillSum(
  book: Book,
  printer: Printer,
  channels: readonly ChannelCost[],
  { from, to, shareTo }: { readonly from: string; readonly to: string; readonly shareTo: string },
): Sum {
  const parts: CostPart[] = channels.map((channel) => ({
    code: 'channel',
    slotId: channel.slotId,
    name: channel.name,
    ml: channel.drawnMl.value,
    minor: channel.drawnMinor,
  }));
  const lostMl = channels.reduce((sum, channel) => sum + channel.lostMl, 0);
  const lostMinor = addUp(channels.map((channel) => channel.lostMinor));
  if (Math.abs(lostMl) > 1e-9) parts.push({ code: 'byHand', ml: lostMl, minor: lostMinor });
  const settings = settingsOf(book.context);
  // What was spent before this workbook began stands in the closed one.
  const { begins } = book.state;
  const since = begins && begins.at > from ? begins.at : from;
  let share: number | null = null;
  for (const purchase of besideInk(book.state.purchases)) {
    if (purchase.printerId !== null && purchase.printerId !== printer.id) continue;
    const spread = spreadOver(purchase, settings, since, to);
    if (spread.part === 0) continue;
    const sign = purchase.what === 'emptiesSold' ? -1 : 1;
    const net = purchase.priceMinor === null ? null : sign * (purchase.priceMinor - purchase.inkMinor);
    const mine = purchase.printerId === null ? (share ??= shareOf(book, printer.id, shareTo)) : 1;
    parts.push({
      code: 'purchase',
      what: purchase.what,
      name: purchase.name,
      factId: purchase.factId,
      priceMinor: net,
      months: spread.months,
      lifeMonths: spread.lifeMonths,
      share: mine,
      minor: net === null ? null : net * spread.part * mine,
    });
  }
  // A purchase whose price nobody knows leaves the figure standing: it is named beside it.
  return { minor: addUp(parts.flatMap((part) => (isOpen(part) ? [] : [part.minor]))), parts };
}

/** A purchase that was entered without its price. */
const isOpen = (part: CostPart): boolean => part.code === 'purchase' && part.minor === null;

/** Ink stands in the account at its bottle's price, originals in their own side's. */
const ELSEWHERE: ReadonlySet<PurchaseKind> = new Set(['bottle', 'originals']);
const beside = new WeakMap<Log<Purchase>, readonly Purchase[]>();

/** Purchases that no account holds: a few among many bottles, asked for in each month. */
function besideInk(purchases: Log<Purchase>): readonly Purchase[] {
  let found = beside.get(purchases);
  if (!found) beside.set(purchases, (found = listOf(purchases).filter(({ what }) => !ELSEWHERE.has(what))));
  return found;
}

/** What originals would have needed just as well: it stands on both sides. */
const ON_BOTH: ReadonlySet<PurchaseKind> = new Set(['paper', 'electricity', 'wear']);
/** A purchase that refilling alone needs. */
export const isOwn = (part: CostPart): boolean => part.code === 'purchase' && !ON_BOTH.has(part.what);

/** Which part of a purchase a period bears: its own life from its own date. */
function spreadOver(purchase: Purchase, settings: Settings, from: string, to: string) {
  const usual =
    purchase.what === 'kit' || purchase.what === 'tools'
      ? settings.kitLifeMonths
      : purchase.what === 'cartridges'
        ? settings.cartridgeLifeMonths
        : 0;
  const lifeMonths = purchase.lifeMonths ?? usual;
  if (lifeMonths === 0) {
    const bought = purchase.at >= from && purchase.at <= to;
    return { part: bought ? 1 : 0, months: 0, lifeMonths };
  }
  const begin = Date.parse(purchase.at);
  const since = Math.max(begin, from === ALWAYS ? begin : Date.parse(from));
  const until = Math.min(begin + lifeMonths * MONTH_MS, Date.parse(to));
  const months = Math.max(0, until - since) / MONTH_MS;
  return { part: months / lifeMonths, months, lifeMonths };
}

/** This printer's part of what all of them share: by the ink that was filled for it. */
function shareOf(book: Book, printerId: string, to: string): number {
  let mine = 0;
  let total = 0;
  for (const printer of all(book.context, 'printer')) {
    const filled = (inkAccount(book, printer.id, ALWAYS, to)?.channels ?? []).reduce(
      (sum, channel) => sum + channel.filledMl,
      0,
    );
    total += filled;
    if (printer.id === printerId) mine = filled;
  }
  return total > 0 ? mine / total : 1 / Math.max(1, all(book.context, 'printer').length);
}

/** Emptied originals that are sold or credited bring some back. */
function emptiesOf(
  printer: Printer,
  uses: readonly { readonly useMl: number; readonly usableMl: number; readonly primeMl: number }[],
  changes: number,
): CostPart[] {
  let minor = 0;
  let emptied = 0;
  uses.forEach((use, i) => {
    const each = printer.slots[i]!.original!.emptyMinor ?? 0;
    const count = (use.useMl + changes * use.primeMl) / use.usableMl;
    minor -= count * each;
    if (each > 0) emptied += count;
  });
  return minor < 0 ? [{ code: 'empties', count: emptied, minor }] : [];
}

function originalSum(
  book: Book,
  printerId: string,
  printer: Printer,
  channels: readonly ChannelCost[],
  both: readonly CostPart[],
): { sum: Sum; changes: number | null } {
  const model = modelOf(book, printerId)!;
  if (printer.slots.some((slot) => !slot.original)) return { sum: { minor: null, parts: [] }, changes: null };
  const uses = channels.map((channel, i) => ({
    // What the same prints would have drawn without the changes that refilling caused.
    useMl: Math.max(
      0,
      channel.drawnMl.value -
        channel.entries.reduce((sum, entry) => sum + (entry.cause === 'change' ? entry.ml : 0), 0),
    ),
    usableMl: printer.slots[i]!.original!.usableMl,
    primeMl: drawOf(model, channel.slotId, 'change').value,
  }));
  const closed = singleChanges(uses);
  const changes = closed?.changes ?? 0;
  const parts: CostPart[] = channels.map((channel, i) => {
    const ml = uses[i]!.useMl + changes * uses[i]!.primeMl;
    return {
      code: 'original',
      slotId: channel.slotId,
      name: channel.name,
      ml,
      changes,
      minor: closed ? ml * channel.originalMinorPerMl! : null,
    };
  });
  parts.push(...emptiesOf(printer, uses, changes), ...both);
  return { sum: { minor: addUp(parts.map((part) => part.minor)), parts }, changes: closed ? changes : null };
}
