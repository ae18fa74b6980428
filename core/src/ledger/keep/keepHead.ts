import type { Log } from '../../exposure';
import { all } from '../define/context';
import type { PrinterState } from '../fold/state';
import type { Base } from '../Ledger';
import { keepFit } from '../read/models';
import { isMark, LOG, MAP, PAST, PAST_FIELDS, RECORD, TIMELINE, timelineCode } from './headCode';

/**
 * A base as text, to go on from when the workbook is opened again: definitions, the state without what is past and closed, the
 * printers' fits, and the facts that came after it. A function of the base alone: the same base gives the same text.
 *
 * @param base of a ledger; its printers' use is fitted if it was not
 * @returns JSON, for `reviveHead`
 */
export const keepHead = (base: Base): string => [...keepHeadInSlices(base)].join('');

/** Rows of a timeline, and facts, written between two chances to pause. */
const ROWS = 4000;

/** The same text piece by piece: whoever iterates may pause in between. */
export function* keepHeadInSlices(base: Base): Generator<string, void, void> {
  const { context, state, through, lastDefined, after } = base;
  const { entities, densities, empties, spans } = context;
  yield `{"through":${text(through)},"lastDefined":${text(lastDefined)},"after":[`;
  yield* rowsText(after);
  yield `],"context":${text({ entities, densities, empties, spans })},"state":{`;
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
  yield `]}},"fits":[`;
  first = true;
  for (const { id } of all(context, 'printer')) {
    const fit = keepFit(base, id);
    if (!fit) continue;
    yield `${first ? '' : ','}${text([id, fit])}`;
    first = false;
  }
  yield ']}';
}

function* printerText({ timeline, ...others }: PrinterState): Generator<string, void, void> {
  for (const [key, value] of Object.entries(others)) yield `${JSON.stringify(key)}:${text(value)},`;
  const { subjects, rows } = timelineCode(timeline);
  yield `"timeline":{"${TIMELINE}":{"subjects":${JSON.stringify(subjects)},"rows":[`;
  yield* rowsText(rows);
  yield ']}}';
}

function* rowsText(rows: readonly unknown[]): Generator<string, void, void> {
  for (let i = 0; i < rows.length; i += ROWS)
    yield `${i === 0 ? '' : ','}${text(rows.slice(i, i + ROWS)).slice(1, -1)}`;
}

const text = (value: unknown): string => JSON.stringify(value, plain);

function plain(key: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  if (value instanceof Map) return { [MAP]: [...(value as Map<unknown, unknown>)] };
  if (isLog(value))
    return PAST_FIELDS.has(key) ? { [PAST]: value.length } : { [LOG]: value.items.slice(0, value.length) };
  for (const name in value) if (isMark(name)) return { [RECORD]: Object.entries(value) };
  return value;
}

const isLog = (value: object): value is Log<unknown> =>
  'items' in value && 'length' in value && Array.isArray(value.items);
