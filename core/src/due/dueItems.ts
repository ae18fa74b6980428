import { URGENCY_RANK } from '../advice';
import { find, slotFor, type Snapshot } from '../ledger';
import type { HeadReason } from '../nozzle';
import { DAY_MS } from '../time';
import type { FactKind } from '../workbook';
import type { DueCode, DueSubject, Found } from './found';
import { RULES } from './rules';

/** Something to be done: what, of what, since when, why, and by which fact it is done. */
export interface DueItem {
  /** The same for as long as it is the same thing to do: a calendar updates it, a snooze knows it. */
  readonly id: string;
  readonly code: DueCode;
  readonly subject: DueSubject;
  /** When it is, or was, due; UTC. */
  readonly at: string;
  readonly urgency: 'now' | 'soon' | 'later';
  /** Days, a share or ml, as its words need them. */
  readonly figure: number | null;
  /** Of a head: why, as its own page says it. */
  readonly head?: HeadReason;
  /** Labels of cartridges of which nobody knows what is in them. */
  readonly unknown?: readonly string[];
  /** False: no scale is at hand, and what asks for a weight asks for a look. */
  readonly hasScale?: boolean;
  readonly doneBy: readonly FactKind[];
  /** Of a printer's: those that it is to be done to. */
  readonly cartridgeIds?: readonly string[];
  readonly snoozedUntil: string | null;
}

/**
 * All that is due, or will be within a span of days, of every printer, cartridge and bottle: each done by the fact that does
 * it, or put off.
 *
 * @param at UTC instant
 * @param aheadDays how far to look
 * @returns the most pressing first; what is put off is among them, with until when
 */
export function dueItems(book: Snapshot, at: string, aheadDays = 14): DueItem[] {
  const now = Date.parse(at);
  const items = RULES.flatMap((rule) => rule({ book, at, now }))
    .filter(({ dueMs }) => dueMs <= now + aheadDays * DAY_MS)
    .map((found) => itemOf(book, found, at));
  return grouped(book, items, at).sort(
    (a, b) =>
      URGENCY_RANK[a.urgency] - URGENCY_RANK[b.urgency] ||
      (a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1),
  );
}

function itemOf(book: Snapshot, found: Found, at: string): DueItem {
  const {
    code,
    subject,
    dueMs,
    doneBy,
    figure = null,
    head,
    unknown,
    cartridgeIds,
    hasScale,
    isPressing,
  } = found;
  const id = `${code}/${subject.id}`;
  return {
    id,
    code,
    subject,
    at: new Date(dueMs).toISOString(),
    urgency: isPressing ? 'now' : dueMs <= Date.parse(at) ? 'soon' : 'later',
    figure,
    ...(head ? { head } : {}),
    ...(unknown ? { unknown } : {}),
    ...(cartridgeIds ? { cartridgeIds } : {}),
    ...(hasScale === false ? { hasScale } : {}),
    doneBy,
    snoozedUntil: snoozedUntil(book, id, at),
  };
}

/** Until when it is put off; null: not, or no longer. */
function snoozedUntil({ state }: Snapshot, id: string, at: string): string | null {
  const until = state.snoozed.get(id) ?? null;
  return until !== null && until > at ? until : null;
}

/** In place of a printer: cartridges whose shades no slot has. */
const NO_PRINTER = 'shelf';

/**
 * Cartridges that stand in one printer are shaken together, so are those of it that lie on the shelf, and those that no printer
 * takes: one thing to do, not nine. What was put off of the one is not put off of the other.
 */
function grouped(book: Snapshot, items: readonly DueItem[], at: string): DueItem[] {
  const kept: DueItem[] = [];
  const sets = new Map<string, { printerId: string; isOut: boolean; items: DueItem[] }>();
  for (const item of items) {
    const cartridge = item.code === 'agitate' ? find(book.context, 'cartridge', item.subject.id) : undefined;
    if (!cartridge) kept.push(item);
    else {
      const printerId = slotFor(book.context, cartridge)?.printer.id ?? NO_PRINTER;
      const isOut = printerId !== NO_PRINTER && !book.state.cartridges.get(cartridge.id)?.seat;
      const key = isOut ? `${printerId}/${NO_PRINTER}` : printerId;
      const set = sets.get(key) ?? { printerId, isOut, items: [] };
      set.items.push(item);
      sets.set(key, set);
    }
  }
  for (const [key, { printerId, isOut, items: set }] of sets) {
    const first = set.reduce((a, b) => (a.at <= b.at ? a : b));
    const id = `agitate/${key}`;
    const due = set.filter((one) => one.urgency !== 'later');
    // None yet: those of the day on which the first one is.
    const day = Date.parse(first.at) + DAY_MS;
    const meant = due.length > 0 ? due : set.filter(({ at }) => Date.parse(at) <= day);
    const printer = find(book.context, 'printer', printerId)?.name;
    const [one, ...others] = meant;
    kept.push({
      ...first,
      id,
      cartridgeIds: meant.map(({ subject }) => subject.id),
      subject: {
        kind: 'printer',
        id: printerId,
        name:
          one && others.length === 0
            ? one.subject.name
            : printer
              ? `${printer}: ${meant.length} of its cartridges${isOut ? ' on the shelf' : ''}`
              : `${meant.length} cartridges that no printer takes`,
      },
      snoozedUntil: snoozedUntil(book, id, at),
    });
  }
  return kept;
}
