import { lengthAlone } from '../../exposure';
import type { Fact } from '../../workbook';
import { all } from '../define/context';
import { Ledger, type Base, type Book } from '../Ledger';
import { goOnWithFit } from '../read/models';
import { LOG, MAP, PAST, RECORD, TIMELINE, timelineOf, type HeadCode, type TimelineCode } from './headCode';

/**
 * The book of now, out of the base that `keepHead` wrote down and what was recorded since. It answers what the first screen asks;
 * what is past and closed is not in it.
 *
 * @param text of a head
 * @param since what was recorded since it was written, in any order; what is in it already changes nothing
 * @returns null where the text is none of a head, or what came since reaches behind it: it is thrown away, and all facts are folded
 */
export function reviveHead(text: string, since: readonly Fact[] = []): Book | null {
  const steps = reviveHeadInSlices(text, since);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** The same in steps: whoever iterates may pause in between. */
export function* reviveHeadInSlices(
  text: string,
  since: readonly Fact[],
): Generator<void, Book | null, void> {
  try {
    const parsed: unknown = JSON.parse(text);
    yield;
    const { context, fits, ...kept } = alive(parsed) as HeadCode;
    if (!(context.entities instanceof Map) || !(kept.state.printers instanceof Map)) return null;
    yield;
    const base: Base = { ...kept, context: { ...context, derived: new Map() } };
    const ledger = Ledger.onto(base, since);
    if (!ledger) return null;
    const codes = new Map(fits);
    const book = { context: ledger.context, state: ledger.state };
    for (const { id } of all(book.context, 'printer')) {
      yield;
      const code = codes.get(id);
      // A printer that came since has all of its past at hand.
      if (code && !goOnWithFit(base, book, id, code)) return null;
    }
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
    if (key === PAST) return lengthAlone(record[PAST] as number);
    if (key === TIMELINE) return timelineOf(record[TIMELINE] as TimelineCode, alive);
    if (key === RECORD)
      return Object.fromEntries(
        (record[RECORD] as [string, unknown][]).map(([name, held]) => [name, alive(held)]),
      );
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
