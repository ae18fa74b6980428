import { request as httpRequest } from 'node:http';
import {
  decodeIpp,
  encodeIpp,
  markersOf,
  markersRequest,
  MAX_IPP_BYTES,
  MAX_JOBS_BYTES,
  type IppMessage,
  type MarkerReport,
} from '@hiraeth/core/ipp';
import { jobsOf, jobsRequest, PAGE_JOBS, type JobsPage } from '@hiraeth/core/jobs';

/** A printer that the server's owner allowed it to ask. */
export interface BridgedPrinter {
  readonly id: string;
  readonly name: string;
  /** ipp://host[:port]/path */
  readonly uri: string;
}

export interface BridgeRefusal {
  readonly ok: false;
  readonly code: 'off' | 'slow' | 'redirects' | 'refused' | 'tooLong' | 'garbage';
  /** In words: what is likely wrong, and what to do. */
  readonly words: string;
}
export type BridgeAnswer = { readonly ok: true; readonly report: MarkerReport } | BridgeRefusal;
export type JobsAnswer = JobsPage | BridgeRefusal;

const TIMEOUT_MS = 5000;
let requestIds = 0;

/**
 * Asks one printer for what it says of its ink. Bounded in time and size; never follows a redirect; whatever comes back that
 * is not a sound answer is said in words.
 *
 * @param printer configured by the owner: its address never comes from a browser
 * @param timeoutMs for the whole exchange
 */
export const askPrinter = (printer: BridgedPrinter, timeoutMs = TIMEOUT_MS): Promise<BridgeAnswer> =>
  exchange(printer, markersRequest(printer.uri, nextId()), timeoutMs, (message) => ({
    ok: true,
    report: markersOf(message),
  }));

const MOST_JOBS = 20_000;

/**
 * Asks one printer, or a queue, for a page of the jobs that it has done, the newest first. Bounded in time and size.
 *
 * @param first the place of the page's first job, from 1; `all`: as many as there may be
 */
export const askJobs = (
  printer: BridgedPrinter,
  first: number | 'all' = 1,
  timeoutMs = TIMEOUT_MS,
): Promise<JobsAnswer> => {
  const [limit, from] = first === 'all' ? [MOST_JOBS, 1] : [PAGE_JOBS, first];
  return exchange(
    printer,
    jobsRequest(printer.uri, nextId(), limit, from),
    timeoutMs,
    (message) => {
      const read = jobsOf(message);
      return { ok: true, ...read, full: read.jobs.length + read.refused.length >= limit };
    },
    MAX_JOBS_BYTES,
  );
};

const nextId = (): number => (requestIds = (requestIds % 0x7ffffffe) + 1);

function exchange<T extends { readonly ok: true }>(
  printer: BridgedPrinter,
  question: IppMessage,
  timeoutMs: number,
  read: (message: IppMessage) => T,
  most = MAX_IPP_BYTES,
): Promise<T | BridgeRefusal> {
  const url = new URL(printer.uri.replace(/^ipp:/, 'http:'));
  const body = encodeIpp(question);
  return new Promise((resolve) => {
    let settled = false;
    const settle = (answer: T | BridgeRefusal): void => {
      if (settled) return;
      settled = true;
      clearTimeout(timer);
      outgoing.destroy();
      resolve(answer);
    };
    const no = (code: BridgeRefusal['code'], words: string): void =>
      settle({ ok: false, code, words: `${printer.name} ${words}` });
    const timer = setTimeout(
      () =>
        no(
          'slow',
          `did not answer within ${timeoutMs / 1000} seconds. It may be asleep: wake it, then ask again.`,
        ),
      timeoutMs,
    );
    const outgoing = httpRequest(
      {
        hostname: url.hostname,
        port: url.port || 631,
        path: url.pathname || '/',
        method: 'POST',
        headers: { 'Content-Type': 'application/ipp', 'Content-Length': body.length },
        agent: false,
      },
      (response) => {
        const status = response.statusCode ?? 0;
        if (status >= 300 && status < 400)
          return no(
            'redirects',
            'sends the request elsewhere, which is not followed. Correct its address in the server’s list.',
          );
        if (status !== 200)
          return no(
            'refused',
            `refuses the question (status ${status}). Check its address, and that network printing is on.`,
          );
        const chunks: Buffer[] = [];
        let size = 0;
        response.on('data', (chunk: Buffer) => {
          size += chunk.length;
          if (size > most)
            return no('tooLong', 'sends a far too long answer. Is this address really the printer’s?');
          chunks.push(chunk);
        });
        response.on('end', () => {
          const decoded = decodeIpp(Buffer.concat(chunks), most);
          if (!decoded.ok)
            return no(
              'garbage',
              'answers with something that is not IPP. Is this address really the printer’s?',
            );
          if (decoded.value.code >= 0x0400)
            return no(
              'refused',
              `refuses the question (IPP status 0x${decoded.value.code.toString(16).padStart(4, '0')}).`,
            );
          settle(read(decoded.value));
        });
        response.on('error', () => no('off', 'broke the answer off. Ask again.'));
      },
    );
    outgoing.on('error', () => no('off', 'is not reached. Is it switched on, and on this network?'));
    outgoing.end(body);
  });
}
