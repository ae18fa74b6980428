import {
  askPages,
  type AskOptions,
  type DraftJob,
  type ReadJobs,
  type RefusedLine,
} from '@hiraeth/core/jobs';
import type { Marker } from '@hiraeth/core/ipp';

/** A printer that the local server may ask. */
export interface KnownPrinter {
  readonly id: string;
  readonly name: string;
}

export type BridgeReport =
  { readonly ok: true; readonly markers: readonly Marker[] } | { readonly ok: false; readonly words: string };

const TIMEOUT_MS = 8000;
const GONE =
  'The local server is not reached: start it again with npm start. Everything else works without it.';

async function json(path: string): Promise<unknown> {
  const response = await fetch(path, { signal: AbortSignal.timeout(TIMEOUT_MS), cache: 'no-store' });
  return response.json();
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;
const isKnown = (value: unknown): value is KnownPrinter =>
  isObject(value) && typeof value.id === 'string' && typeof value.name === 'string';
const isMarker = (value: unknown): value is Marker =>
  isObject(value) &&
  typeof value.name === 'string' &&
  (value.level === null || (typeof value.level === 'number' && value.level >= 0 && value.level <= 1));

/** The printers that the local server may ask; none when the server is gone. */
export async function bridgedPrinters(): Promise<readonly KnownPrinter[]> {
  try {
    const list = await json('/api/printers');
    return Array.isArray(list) ? list.filter(isKnown) : [];
  } catch {
    return [];
  }
}

/** Asks a printer, through the server, what it says of its ink. Never throws: a silence is an answer in words. */
export async function askBridge(printerId: string): Promise<BridgeReport> {
  try {
    const answer = await json(`/api/printers/${encodeURIComponent(printerId)}`);
    if (isObject(answer) && answer.ok === true && isObject(answer.report)) {
      const { markers } = answer.report;
      return { ok: true, markers: Array.isArray(markers) ? markers.filter(isMarker) : [] };
    }
    return { ok: false, words: isObject(answer) && typeof answer.words === 'string' ? answer.words : GONE };
  } catch {
    return { ok: false, words: GONE };
  }
}

export type JobsReport =
  | ({ readonly ok: true; readonly whole: boolean } & ReadJobs)
  | { readonly ok: false; readonly words: string };

const isJob = (value: unknown): value is DraftJob =>
  isObject(value) &&
  typeof value.id === 'string' &&
  typeof value.title === 'string' &&
  typeof value.queue === 'string' &&
  (value.at === null || typeof value.at === 'string');

/** Asks a printer, through the server, for the jobs that it has done, page by page. Never throws. */
export const askForJobs = (
  printerId: string,
  options: AskOptions & { readonly signal?: AbortSignal } = {},
): Promise<JobsReport> =>
  askPages<{ readonly ok: false; readonly words: string }>(async (first) => {
    if (options.signal?.aborted) return { ok: false, words: 'It was stopped.' };
    try {
      const answer = await json(`/api/printers/${encodeURIComponent(printerId)}/jobs?first=${first}`);
      if (isObject(answer) && answer.ok === true && Array.isArray(answer.jobs))
        return {
          ok: true,
          jobs: answer.jobs.filter(isJob),
          refused: Array.isArray(answer.refused) ? (answer.refused as RefusedLine[]) : [],
          full: answer.full === true,
        };
      return { ok: false, words: isObject(answer) && typeof answer.words === 'string' ? answer.words : GONE };
    } catch {
      return { ok: false, words: GONE };
    }
  }, options);
