import type { Fact } from '@hiraeth/core/workbook';

/** Small things kept beside the facts: when it was last exported, a bench run in progress. */
export type Notes = Readonly<Record<string, unknown>>;

/** What is true at some time, as text, and what was recorded since. */
export interface Kept {
  readonly text: string;
  readonly since: readonly Fact[];
}

/** Facts written since something was kept that are still worth going on with. */
export const MOST_SINCE = 1000;

/**
 * Where a workbook lives. A promise that resolves means that the transaction has completed: what it wrote survives a
 * crash. Facts are only ever added, or the whole workbook replaced.
 */
export interface WorkbookStore {
  /** With the version of the format that wrote the facts. */
  load(
    progress?: (read: number, of: number) => void,
  ): Promise<{ facts: Fact[]; notes: Notes; format: number }>;
  /** Adds facts; one that is there already stays as it is. With them the notes that go with them: all or none. */
  append(facts: readonly Fact[], notes?: Notes): Promise<void>;
  /** Puts another workbook in place of this one, without the notes of this one; or leaves this one untouched. */
  replace(facts: readonly Fact[]): Promise<void>;
  /** Sets one note; undefined takes it away. */
  note(key: string, value: unknown): Promise<void>;
  /**
   * What was kept to be shown at once, with the facts written since; null where another program kept it, or more was written since
   * than is worth going on with.
   *
   * @param build which program asks
   */
  kept(build: string): Promise<Kept | null>;
  /** Keeps it for the facts that this store last read or wrote; does nothing where another tab has written since. */
  keep(build: string, text: string): Promise<void>;
  close(): void;
}
