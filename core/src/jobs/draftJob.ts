/** A job of a print system, as far as its source tells: a draft until it is logged, or put away. */
export interface DraftJob {
  /** Its identity: the job's uuid, else queue, number and second. */
  readonly id: string;
  readonly source: 'page-log' | 'jobs' | 'csv';
  readonly queue: string;
  readonly number: number | null;
  readonly uuid: string | null;
  readonly title: string;
  readonly user: string;
  readonly copies: number | null;
  /** Sheets that were really printed, copies included; null: not told. */
  readonly impressions: number | null;
  /** As the client sent it. */
  readonly media: string;
  readonly widthMm: number | null;
  readonly heightMm: number | null;
  /** When it was done, UTC; null: not told. */
  readonly at: string | null;
  readonly state: 'completed' | 'cancelled' | 'aborted' | 'unknown';
}

/** What could not be read as a job, with its line. */
export interface RefusedLine {
  readonly line: number;
  readonly text: string;
  readonly reason: JobRefusal;
}
export type JobRefusal =
  | 'noDate'
  | 'noJobNumber'
  | 'noCount'
  | 'cutOff'
  | 'nothingPrinted'
  | 'badDate'
  | 'badNumber'
  | 'notFinished';

export interface ReadJobs {
  readonly jobs: readonly DraftJob[];
  readonly refused: readonly RefusedLine[];
}

const MOST_TITLE = 200;

/** A title on one line, of bounded length, without what would break a layout. */
export const tidyTitle = (title: string): string =>
  // Letters and marks of every alphabet stay; line breaks, tabs and control characters become spaces.
  title
    .replace(/\p{Cc}|\p{Zl}|\p{Zp}/gu, ' ')
    .replace(/ {2,}/g, ' ')
    .trim()
    .slice(0, MOST_TITLE);

/** The identity of a job without a uuid. */
export const numberId = (queue: string, number: number | null, at: string | null, title: string): string =>
  number === null
    ? `${queue}|${at ?? ''}|${title}`.slice(0, 200)
    : `${queue}-${number}@${(at ?? '').slice(0, 19)}`.slice(0, 200);
