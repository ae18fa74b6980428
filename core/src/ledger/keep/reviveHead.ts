import type { PrinterModel } from '../../usage';
import type { Context } from '../define/context';
import type { LedgerState } from '../fold/state';
import type { Book } from '../Ledger';
import { keepModel } from '../read/models';
import { LOG, MAP, PAST, TIMELINE, timelineOf, type TimelineCode } from './headCode';

/**
 * The book that `keepHead` wrote down. It answers what the first screen asks; what is past and closed is not in it, and nothing may
 * be folded into it.
 *
 * @returns null where the text is none of a head: it is thrown away, and the facts are folded
 */
export function reviveHead(text: string): Book | null {
  try {
    const kept = alive(JSON.parse(text)) as {
      readonly context: Omit<Context, 'derived'>;
      readonly state: LedgerState;
      readonly models: readonly (readonly [string, PrinterModel])[];
    };
    if (!(kept.context.entities instanceof Map) || !(kept.state.printers instanceof Map)) return null;
    const book: Book = { context: { ...kept.context, derived: new Map() }, state: kept.state };
    for (const [printerId, model] of kept.models) keepModel(book, printerId, model);
    return book;
  } catch {
    return null;
  }
}

function alive(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) {
    for (let i = 0; i < value.length; i++) value[i] = alive(value[i]);
    return value;
  }
  const record = value as Record<string, unknown>;
  // A mark stands alone in its object.
  for (const key in record) {
    if (key === MAP)
      return new Map((record[MAP] as [unknown, unknown][]).map(([name, held]) => [name, alive(held)]));
    if (key === PAST) return { items: [], length: record[PAST] };
    if (key === TIMELINE) return timelineOf(record[TIMELINE] as TimelineCode, alive);
    if (key === LOG) {
      const items = alive(record[LOG]) as unknown[];
      return { items, length: items.length };
    }
    break;
  }
  for (const key of Object.keys(record)) {
    const held = record[key];
    if (typeof held === 'object' && held !== null) record[key] = alive(held);
  }
  return record;
}
