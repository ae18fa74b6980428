import type { Log } from '../../exposure';
import { all } from '../define/context';
import type { PrinterState } from '../fold/state';
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
export const keepHead = (book: Book): string => [...keepHeadInSlices(book)].join('');

/** Rows of a timeline written between two chances to pause. */
const ROWS = 4000;

/** The same text piece by piece: whoever iterates may pause in between. */
export function* keepHeadInSlices({ context, state }: Book): Generator<string, void, void> {
  const { entities, densities, empties, spans } = context;
  yield `{"context":${text({ entities, densities, empties, spans })},"state":{`;
  const { printers, ...others } = state;
  for (const [key, value] of Object.entries(others)) yield `${JSON.stringify(key)}:${text(value)},`;
  yield `"printers":{"${MAP}":[`;
  let first = true;
  for (const [id, printer] of printers) {
    yield `${first ? '' : ','}[${JSON.stringify(id)},{`;
    first = false;
    yield* printerText(printer);
    yield '}]';
  }
  yield `]}},"models":[`;
  first = true;
  for (const { id } of all(context, 'printer')) {
    const model = modelOf({ context, state }, id);
    if (!model) continue;
    yield `${first ? '' : ','}${text([id, { ...model, records: [] }])}`;
    first = false;
  }
  yield ']}';
}

function* printerText({ timeline, ...others }: PrinterState): Generator<string, void, void> {
  for (const [key, value] of Object.entries(others)) yield `${JSON.stringify(key)}:${text(value)},`;
  const { subjects, rows } = timelineCode(timeline);
  yield `"timeline":{"${TIMELINE}":{"subjects":${JSON.stringify(subjects)},"rows":[`;
  for (let i = 0; i < rows.length; i += ROWS)
    yield `${i === 0 ? '' : ','}${text(rows.slice(i, i + ROWS)).slice(1, -1)}`;
  yield ']}}';
}

const text = (value: unknown): string => JSON.stringify(value, plain);

function plain(key: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  if (value instanceof Map) return { [MAP]: [...(value as Map<unknown, unknown>)] };
  if (!isLog(value)) return value;
  return PAST_FIELDS.has(key) ? { [PAST]: value.length } : { [LOG]: value.items.slice(0, value.length) };
}

const isLog = (value: object): value is Log<unknown> => 'items' in value && 'length' in value;
