import type { Marker } from '@hiraeth/core';

export interface BridgeList {
  readonly printers: readonly { readonly id: string; readonly name: string }[];
}

export type BridgeReport =
  | {
      readonly ok: true;
      readonly printer: string;
      readonly markers: readonly Marker[];
      readonly reasons: readonly string[];
    }
  | { readonly ok: false; readonly words: string };

const TIMEOUT_MS = 8000;
const GONE =
  'The local server is not reached: start it again with npm start. Everything else works without it.';

async function json(path: string): Promise<unknown> {
  const response = await fetch(path, { signal: AbortSignal.timeout(TIMEOUT_MS), cache: 'no-store' });
  return response.json();
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;
const strings = (value: unknown): string[] =>
  Array.isArray(value) ? value.filter((part): part is string => typeof part === 'string') : [];

function isMarker(value: unknown): value is Marker {
  if (!isObject(value) || typeof value.name !== 'string') return false;
  return value.level === null || (typeof value.level === 'number' && value.level >= 0 && value.level <= 1);
}

/** The printers that the local server may ask; none when the server is gone. */
export async function bridgedPrinters(): Promise<BridgeList> {
  try {
    const list = await json('/api/printers');
    return {
      printers: Array.isArray(list)
        ? list.flatMap((part) =>
            isObject(part) && typeof part.id === 'string' && typeof part.name === 'string'
              ? [{ id: part.id, name: part.name }]
              : [],
          )
        : [],
    };
  } catch {
    return { printers: [] };
  }
}

/** Asks a printer, through the server, what it says of its ink. Never throws: a silence is an answer in words. */
export async function askBridge(printerId: string): Promise<BridgeReport> {
  try {
    const answer = await json(`/api/printers/${encodeURIComponent(printerId)}`);
    if (!isObject(answer)) return { ok: false, words: GONE };
    if (answer.ok === true && isObject(answer.report)) {
      const { report } = answer;
      return {
        ok: true,
        printer: typeof report.printer === 'string' ? report.printer : '',
        markers: Array.isArray(report.markers) ? report.markers.filter(isMarker) : [],
        reasons: strings(report.reasons),
      };
    }
    return { ok: false, words: typeof answer.words === 'string' ? answer.words : GONE };
  } catch {
    return { ok: false, words: GONE };
  }
}
