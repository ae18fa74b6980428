export type Command =
  | 'report'
  | 'check'
  | 'forecast'
  | 'score'
  | 'quote'
  | 'steps'
  | 'checks'
  | 'shades'
  | 'import'
  | 'log'
  | 'plan';

/** What a command found: as data, and for reading in a terminal. A string says what was wrong with the question. */
export type Done =
  | {
      readonly data: unknown;
      readonly text: string;
      readonly exit?: number;
      /** A file to be written, whole or not at all. */
      readonly write?: { readonly file: string; readonly text: string };
    }
  | string;

/** What was asked for on the command line. */
export interface Options {
  readonly command: Command | 'read-check';
  readonly file: string;
  readonly at: string;
  readonly from: string | null;
  readonly to: string | null;
  readonly json: boolean;
  readonly words: ReadonlyMap<string, string>;
  /** Further files, by name; and as they were read. */
  readonly more: readonly string[];
  readonly inputs: readonly { readonly name: string; readonly bytes: Uint8Array }[];
  /** Milliseconds since 1970. */
  readonly now: number;
}
