import { z } from 'zod';

/** What was done on this device, so that a key takes it back and does it again: its entries, and what was said of it. */
export interface Doing {
  readonly ids: readonly string[];
  readonly words: string;
}

/** Kept beside the facts of this device, never in the file. */
export const DOINGS_NOTE = 'doings';
const MOST_DOINGS = 50;

const shape = z.array(z.object({ ids: z.array(z.string()).min(1), words: z.string() }));

/** What is kept of what was done; nothing where an older build kept something else. */
export const readDoings = (note: unknown): readonly Doing[] => shape.safeParse(note).data ?? [];

/** The list with one more; what was taken back before it is not done again any more, for something else was done instead. */
export const withDoing = (doings: readonly Doing[], doing: Doing): readonly Doing[] =>
  [...doings, doing].slice(-MOST_DOINGS);
