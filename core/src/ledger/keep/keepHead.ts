import type { Drawing, Log } from '../../exposure';
import { all } from '../define/context';
import type { Book } from '../Ledger';
import { modelOf } from '../read/models';
import { LOG, MAP, PAST, PAST_FIELDS, TIMELINE, timelineCode } from './headCode';

/**
 * What is true now as text, to be shown at once when the workbook is opened again: definitions, the state without what is past and
 * closed, and what the printers' models learnt. A function of the book alone: the same book gives the same text.
 *
 * @param book a snapshot; its models are fitted if they were not
 * @returns JSON, for `reviveHead`
 */
export function keepHead(book: Book): string {
  const { context, state } = book;
  const { entities, densities, empties, spans } = context;
  const models = all(context, 'printer').flatMap((printer) => {
    const model = modelOf(book, printer.id);
    return model ? [[printer.id, { ...model, records: [] }] as const] : [];
  });
  return JSON.stringify({ context: { entities, densities, empties, spans }, state, models }, plain);
}

function plain(this: unknown, key: string, value: unknown): unknown {
  if (value instanceof Map) return { [MAP]: [...(value as Map<unknown, unknown>)] };
  if (!isLog(value)) return value;
  if (PAST_FIELDS.has(key)) return { [PAST]: value.length };
  if (key === 'timeline') return { [TIMELINE]: timelineCode(value as Log<Drawing>) };
  return { [LOG]: value.items.slice(0, value.length) };
}

const isLog = (value: unknown): value is Log<unknown> =>
  typeof value === 'object' &&
  value !== null &&
  'items' in value &&
  'length' in value &&
  !Array.isArray(value);
