import { latest, DAY_MS, MONTH_MS } from '../time';
import {
  URGENCY_RANK,
  cartridgeLives,
  cartridgeView,
  printerAdvice,
  standardDm2,
  type CartridgeView,
} from '../advice';
import {
  bottleRemaining,
  lastMovedAt,
  all,
  find,
  padMl,
  plannedJobs,
  settingsOf,
  slotFor,
  type Book,
  type Snapshot,
} from '../ledger';
import { ordersFor } from '../plan';
import { reprofile } from '../colour';
import { listOf } from '../exposure';
import { headAdvice } from '../nozzle';
import { densityByFills } from '../prepare';
import { DUE, type FactKind } from '../workbook';

export type DueCode =
  | 'topUp'
  | 'topUpSet'
  | 'rotate'
  | 'weighIn'
  | 'nozzleCheck'
  | 'agitate'
  | 'rested'
  | 'bottleOld'
  | 'padFull'
  | 'profile'
  | 'order'
  | 'print'
  | 'dose'
  | 'retire'
  | 'weighEmpty'
  | 'density';

/** Something to be done: what, of what, since when, why, and by which fact it is done. */
export interface DueItem {
  /** The same for as long as it is the same thing to do: a calendar updates it, a snooze knows it. */
  readonly id: string;
  readonly code: DueCode;
  readonly subject: {
    readonly kind: 'printer' | 'cartridge' | 'bottle' | 'ink' | 'job';
    readonly id: string;
    readonly name: string;
  };
  /** When it is, or was, due; UTC. */
  readonly at: string;
  readonly urgency: 'now' | 'soon' | 'later';
  /** Days, a share or ml, as its words need them. */
  readonly figure: number | null;
  readonly doneBy: readonly FactKind[];
  readonly snoozedUntil: string | null;
}

/** A waste pad this full is to be seen to. */
const PAD_SHARE = 0.85;
/** One standard uncertainty of an empty mass that nobody weighed, g. */
const GUESSED_G = 0.3;

/**
 * All that is due, or will be within a span of days, of every printer, cartridge and bottle: each done by the fact that does
 * it, or put off.
 *
 * @param at UTC instant
 * @param aheadDays how far to look
 * @returns the most pressing first; what is put off is among them, with until when
 */
export function dueItems(book: Snapshot, at: string, aheadDays = 14): DueItem[] {
  const { context, state } = book;
  const now = Date.parse(at);
  const horizon = now + aheadDays * DAY_MS;
  const items: DueItem[] = [];
  const add = (
    code: DueCode,
    subject: DueItem['subject'],
    dueMs: number,
    doneBy: readonly FactKind[],
    figure: number | null = null,
    pressing = false,
  ): void => {
    if (dueMs > horizon) return;
    const id = `${code}/${subject.id}`;
    const until = state.snoozed.get(id) ?? null;
    items.push({
      id,
      code,
      subject,
      at: new Date(dueMs).toISOString(),
      urgency: pressing ? 'now' : dueMs <= now ? 'soon' : 'later',
      figure,
      doneBy,
      snoozedUntil: until !== null && until > at ? until : null,
    });
  };
  const { weighInDays } = settingsOf(context);
  for (const printer of all(context, 'printer')) {
    const subject = { kind: 'printer' as const, id: printer.id, name: printer.name };
    const advice = printerAdvice(book, printer.id, at);
    const here = advice?.slots.flatMap(({ cartridge }) => cartridge ?? []) ?? [];
    if (here.length === 0) continue;
    const asking = advice!.slots.filter(({ advice: one, cartridge }) => cartridge && TOP_UP.has(one.code));
    const pressing = asking.some(({ advice: one }) => one.urgency === 'now');
    const way = printer.policy?.code ?? 'single';
    if (way === 'topUpAll') {
      const below = here.filter(
        ({ ink, targetMl }) => ink && ink.value < (printer.policy?.threshold ?? 1) * targetMl,
      ).length;
      if (asking.length > 0)
        add('topUpSet', subject, now, ['filled'], Math.max(asking.length, below), pressing);
    } else if (way === 'rotateAtSignal' || way === 'rotateEveryN' || way === 'rotateBeforeBatch') {
      const sheets = sheetsSinceChange(book, printer.id);
      const enough = way === 'rotateEveryN' && sheets >= (printer.policy?.threshold ?? Infinity);
      if (asking.length > 0 || enough)
        add('rotate', subject, now, ['installed'], enough ? sheets : null, pressing);
    } else
      for (const { advice: one, cartridge } of asking)
        add(
          'topUp',
          ofCartridge(book, cartridge!),
          now,
          ['filled'],
          cartridge!.ink?.value ?? null,
          one.urgency === 'now',
        );
    // A set is weighed as one: the one that waits longest says when.
    const longest = Math.max(...here.map(({ usedDays }) => usedDays));
    add(
      'weighIn',
      subject,
      now + ((printer.weighInDays ?? weighInDays) - longest) * DAY_MS,
      ['weighed'],
      // Days since it went in are not days since it was weighed.
      lastWeighed(here),
    );
    const head = headAdvice(book, printer.id, at);
    if (head?.act === 'check') add('nozzleCheck', subject, now, ['nozzleChecked'], head.daysIdle);
    if (printer.padCapacityMl !== null && printer.padCapacityMl > 0) {
      const share = padMl(book, printer.id) / printer.padCapacityMl;
      if (share >= PAD_SHARE) add('padFull', subject, now, ['padReset'], share, share >= 1);
    }
    if (printer.doseEveryDays) {
      const filled = latest(here.map(({ state: own }) => own.lastFillAt));
      const next = filled === null ? now : Date.parse(filled) + printer.doseEveryDays * DAY_MS;
      add('dose', subject, next, ['filled'], printer.doseEveryDays);
    }
    for (const life of cartridgeLives(book, printer.id))
      if (life.verdict === 'retire')
        add(
          'retire',
          { kind: 'cartridge', id: life.cartridgeId, name: life.label },
          now,
          ['retired'],
          life.fills,
        );
    const profile = reprofile(book, printer.id, at);
    if (profile.verdict === 'now') add('profile', subject, now, ['profiled'], profile.printsSince);
  }
  for (const cartridge of all(context, 'cartridge')) {
    const view = cartridgeView(book, cartridge.id, at);
    if (!view || view.state.retired || view.wetMl !== null) continue;
    const subject = ofCartridge(book, view);
    if (view.restUntil !== null) add('rested', subject, Date.parse(view.restUntil), ['weighed']);
    const { state: own } = view;
    const moved = lastMovedAt(own);
    if (
      cartridge.inkClass === 'pigment' &&
      moved &&
      (own.seat || (view.ink && view.ink.value > view.reserveMl))
    )
      add(
        'agitate',
        subject,
        Date.parse(moved) + (slotFor(context, cartridge)?.printer.agitateDays ?? DUE.agitateDays) * DAY_MS,
        ['agitated', 'filled', 'weighed'],
        (now - Date.parse(moved)) / DAY_MS,
      );
  }
  for (const type of all(context, 'cartridgeType')) {
    if (type.emptyG.u < GUESSED_G) continue;
    const own = all(context, 'cartridge').filter(
      ({ id, typeId }) => typeId === type.id && !state.cartridges.get(id)?.retired,
    );
    // One that was weighed empty and dry speaks for its like.
    if (own.length === 0 || own.some(({ emptyG }) => emptyG !== null)) continue;
    add(
      'weighEmpty',
      { kind: 'cartridge', id: own[0]!.id, name: type.name },
      now,
      ['defined'],
      type.emptyG.u,
    );
  }
  for (const ink of all(context, 'ink')) {
    const found = densityByFills(book, ink.id);
    if (found?.isOff)
      add(
        'density',
        { kind: 'ink', id: ink.id, name: ink.name },
        now,
        ['densityMeasured'],
        found.told.value / found.stated.value - 1,
      );
  }
  for (const bottle of all(context, 'bottle')) {
    const opened = state.bottles.get(bottle.id);
    if (!opened?.openedAt || opened.retired) continue;
    const left = bottleRemaining(book, bottle.id)!.now.value;
    // One that is nearly empty will be used up before it is too old.
    if (left < 0.1 * bottle.volumeMl) continue;
    const name = `${find(context, 'ink', bottle.inkId)?.name ?? bottle.id}, ${bottle.lot || 'no lot'}`;
    add(
      'bottleOld',
      { kind: 'bottle', id: bottle.id, name },
      Date.parse(opened.openedAt) + DUE.bottleMonths * MONTH_MS,
      ['retired'],
      (now - Date.parse(opened.openedAt)) / MONTH_MS,
    );
  }
  for (const order of ordersFor(book, at))
    add(
      'order',
      { kind: 'ink', id: order.kind === 'ink' ? order.inkId : order.name, name: order.name },
      Date.parse(order.by),
      ['purchased'],
      order.kind === 'ink' ? order.volumeMl : null,
    );
  for (const { id, job, rest } of plannedJobs(book))
    if (job.by !== undefined)
      add('print', { kind: 'job', id, name: job.title }, Date.parse(job.by), ['printed'], rest);
  return grouped(book, items).sort(
    (a, b) =>
      URGENCY_RANK[a.urgency] - URGENCY_RANK[b.urgency] ||
      (a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1),
  );
}

/** Standard sheets printed since its cartridges were last changed. */
function sheetsSinceChange(book: Book, printerId: string): number {
  const timeline = listOf(book.state.printers.get(printerId)!.timeline);
  let dm2 = 0;
  for (let i = timeline.length - 1; i >= 0; i--) {
    const event = timeline[i]!;
    if (event.type === 'change') break;
    if (event.type === 'job' || event.type === 'image') dm2 += event.dm2;
  }
  return Math.floor(dm2 / standardDm2(book));
}

const TOP_UP: ReadonlySet<string> = new Set([
  'topUpNow',
  'topUpSoon',
  'topUpAtReading',
  'topUpThenReset',
  'replaceChip',
]);
/** Days since the one that waits longest was weighed; null where one never was. */
const lastWeighed = (here: readonly CartridgeView[]): number | null => {
  const days = here.map(({ weighedDaysAgo }) => weighedDaysAgo);
  return days.includes(null) ? null : Math.max(...(days as number[]));
};
/** A cartridge by its label; of a room with several printers, with the one that it belongs to. */
function ofCartridge(book: Book, { body: { cartridge } }: CartridgeView): DueItem['subject'] {
  const several = all(book.context, 'printer').length > 1;
  const printer = several ? slotFor(book.context, cartridge)?.printer.name : undefined;
  return {
    kind: 'cartridge',
    id: cartridge.id,
    name: printer ? `${cartridge.label} (${printer})` : cartridge.label,
  };
}

/** Cartridges of one printer are shaken together: one thing to do, not nine. */
function grouped(book: Book, items: readonly DueItem[]): DueItem[] {
  const kept: DueItem[] = [];
  const sets = new Map<string, DueItem[]>();
  for (const item of items) {
    const cartridge = item.code === 'agitate' ? find(book.context, 'cartridge', item.subject.id) : undefined;
    const printer = cartridge && slotFor(book.context, cartridge)?.printer;
    if (!printer) kept.push(item);
    else sets.set(printer.id, [...(sets.get(printer.id) ?? []), item]);
  }
  for (const [printerId, set] of sets) {
    const first = set.reduce((a, b) => (a.at <= b.at ? a : b));
    const id = `agitate/${printerId}`;
    const until = book.state.snoozed.get(id) ?? null;
    const due = set.filter((one) => one.urgency !== 'later').length;
    kept.push({
      ...first,
      id,
      subject: {
        kind: 'printer',
        id: printerId,
        name: `${find(book.context, 'printer', printerId)?.name ?? printerId}: ${Math.max(1, due)} of its cartridges`,
      },
      snoozedUntil: until !== null && until > first.at ? until : null,
    });
  }
  return kept;
}
