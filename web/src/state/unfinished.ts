import { useCallback, useMemo } from 'react';
import { z } from 'zod';
import type { BenchRun } from '@hiraeth/core/bench';
import type { DraftJob } from '@hiraeth/core/jobs';
import type { MassReading } from '@hiraeth/core/ledger';
import type { Uncertain } from '@hiraeth/core/quantity';
import { METHODS, OCCASIONS } from '@hiraeth/core/workbook';
import { useAppDispatch, useAppSelector } from './store';
import { keepNote } from './thunks';

/** A weight of a weigh-in that is under way. */
export interface TakenRow {
  readonly factId: string;
  readonly reading: MassReading;
  readonly expected: Uncertain | null;
  readonly density: number;
  readonly words: string;
  readonly tone: '' | 'warn';
}

/** What somebody began in a workbook and has not ended: it survives leaving the page, a reload, and another build. */
export interface Unfinished {
  readonly bench: BenchRun;
  readonly 'weigh-in': { readonly at: string; readonly taken: readonly (readonly [string, TakenRow])[] };
  readonly tray: {
    readonly waiting: readonly DraftJob[];
    readonly away: readonly string[];
    /** Printers whose queue was read to its end. */
    readonly whole?: readonly string[];
  };
  /** The answers so far, as they were typed; what an earlier build did not ask is filled in where they are read. */
  readonly 'set-up': { readonly channels: readonly object[]; readonly bodies: readonly object[] };
  readonly rotation: {
    readonly under: {
      readonly printerId: string;
      /** Milliseconds since 1970. */
      readonly startedAt: number;
      readonly swapped: readonly string[];
      readonly masses: Readonly<Record<string, string>>;
    } | null;
    /** Slots that stay as they are, this time. */
    readonly leftOut: readonly string[];
  };
}
export type UnfinishedKey = keyof Unfinished;

const texts = z.array(z.string());
const uncertain = z.looseObject({ value: z.number(), u: z.number() });
const run = z.looseObject({
  id: z.string(),
  cartridgeId: z.string(),
  method: z.enum(METHODS),
  occasion: z.enum(OCCASIONS),
  bottleIds: texts,
  dosesMl: z.array(z.number().nullable()),
  answers: z.record(z.string(), z.looseObject({ kind: z.string() })),
  done: texts,
  skipped: texts,
  written: texts,
  ports: z.looseObject({}),
  spiltMl: z.number(),
  startedAt: z.string(),
  state: z.enum(['doing', 'done', 'abandoned']),
});

/** What the places go by must be there; what else stands in it is left as it is. */
const SHAPES: Readonly<Record<UnfinishedKey, z.ZodType>> = {
  bench: z
    .looseObject({
      id: z.string(),
      rehearsal: z.boolean(),
      queue: z.array(run).min(1),
      at: z.int().min(0),
      startedAt: z.string(),
    })
    .refine(({ at, queue }) => at < queue.length),
  'weigh-in': z.looseObject({
    at: z.string(),
    taken: z.array(
      z.tuple([
        z.string(),
        z.looseObject({
          factId: z.string(),
          reading: z.looseObject({ massG: uncertain }),
          expected: uncertain.nullable(),
          density: z.number(),
          words: z.string(),
          tone: z.enum(['', 'warn']),
        }),
      ]),
    ),
  }),
  tray: z.looseObject({
    waiting: z.array(z.looseObject({ id: z.string(), title: z.string(), queue: z.string() })),
    away: texts,
    whole: texts.optional(),
  }),
  'set-up': z.looseObject({
    channels: z.array(z.looseObject({ shades: z.string() })),
    bodies: z.array(z.looseObject({})).min(1),
  }),
  rotation: z.looseObject({
    under: z
      .looseObject({
        printerId: z.string(),
        startedAt: z.number(),
        swapped: texts,
        masses: z.record(z.string(), z.string()),
      })
      .nullable(),
    leftOut: texts,
  }),
};

/** Which shape a note has; one without it was kept before there was a version. */
const VERSION = 1;

/**
 * What was begun, as far as this build can go on with it.
 *
 * @param notes of the workbook
 * @returns null where nothing was begun, or a later or broken build kept it
 */
export function readUnfinished<K extends UnfinishedKey>(
  notes: Readonly<Record<string, unknown>>,
  key: K,
): Unfinished[K] | null {
  const note = notes[key];
  const wrapped = z.object({ version: z.number(), value: z.unknown() }).safeParse(note);
  if (wrapped.success && wrapped.data.version > VERSION) return null;
  const value = wrapped.success ? wrapped.data.value : note;
  return SHAPES[key].safeParse(value).success ? (value as Unfinished[K]) : null;
}

/** The same as a note, to be written beside facts; null: ended. */
export const unfinishedNote = <K extends UnfinishedKey>(
  key: K,
  value: Unfinished[K] | null,
): Readonly<Record<string, unknown>> => ({
  [key]: value === null ? undefined : { version: VERSION, value },
});

/** What was begun, and how to keep it; resolved with false where it could not be kept. */
export function useUnfinished<K extends UnfinishedKey>(
  key: K,
): readonly [Unfinished[K] | null, (next: Unfinished[K] | null) => Promise<boolean>] {
  const note = useAppSelector((state) => state.workbook.notes[key]);
  const dispatch = useAppDispatch();
  const value = useMemo(() => readUnfinished({ [key]: note }, key), [note, key]);
  const keep = useCallback(
    (next: Unfinished[K] | null) => dispatch(keepNote(key, unfinishedNote(key, next)[key])),
    [dispatch, key],
  );
  return [value, keep];
}
