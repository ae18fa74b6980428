import type { Drawing, Log } from '../../exposure';
import type { FittingCode } from '../../usage';
import type { Context } from '../define/context';
import type { LedgerState } from '../fold/state';
import type { Base } from '../Ledger';

/** What a kept head holds once its marks are read. */
export interface HeadCode extends Pick<Base, 'through' | 'lastDefined' | 'after'> {
  readonly context: Omit<Context, 'derived'>;
  readonly state: LedgerState;
  readonly fits: readonly (readonly [string, FittingCode])[];
}

/**
 * How a kept head is written: plain JSON in which maps and lists that only grow have a mark, for both occur anywhere in a state.
 * Lists of what is past and closed are written as their length alone. A record with a name that might be read as a mark is written
 * as its entries.
 */
export const MAP = '#map';
export const LOG = '#log';
export const PAST = '#past';
export const TIMELINE = '#timeline';
export const RECORD = '#record';
export const isMark = (name: string): boolean => name.startsWith('#');

/** By what a state calls them: only their length is kept, for the first screen asks for none of their items. */
export const PAST_FIELDS: ReadonlySet<string> = new Set(['closed', 'intervals']);

/** A print of no measured picture, on any paper, which most of a timeline is: [at, subject's place, dm², copies, width, height]. */
type Row = readonly [string, number, number, number, number, number];
export interface TimelineCode {
  readonly subjects: readonly string[];
  /** Rows, and other drawings as they are. */
  readonly rows: readonly (Row | Drawing)[];
}

/** A timeline as rows: ten years are forty thousand of them. */
export function timelineCode({ items, length }: Log<Drawing>): TimelineCode {
  const places = new Map<string, number>();
  const rows: (Row | Drawing)[] = [];
  for (let i = 0; i < length; i++) {
    const event = items[i]!;
    if (event.type !== 'job' || event.spares !== undefined) {
      rows.push(event);
      continue;
    }
    let place = places.get(event.subjectId);
    if (place === undefined) places.set(event.subjectId, (place = places.size));
    rows.push([event.at, place, event.dm2, event.copies, event.widthMm, event.heightMm]);
  }
  return { subjects: [...places.keys()], rows };
}

/** The timeline that rows stand for; other drawings are revived by the caller's `plain`. */
export function timelineOf(
  { subjects, rows }: TimelineCode,
  plain: (value: unknown) => unknown,
): Log<Drawing> {
  const items = rows.map((row): Drawing =>
    Array.isArray(row) ? jobOf(row as unknown as Row, subjects) : (plain(row) as Drawing),
  );
  return { items, length: items.length };
}

const jobOf = ([at, place, dm2, copies, widthMm, heightMm]: Row, subjects: readonly string[]): Drawing => ({
  type: 'job',
  at,
  subjectId: subjects[place]!,
  dm2,
  copies,
  widthMm,
  heightMm,
});
