import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Which } from './services';

export interface Notice {
  readonly id: number;
  readonly text: string;
  readonly tone: 'fine' | 'bad';
  /** Facts that an undo takes back. */
  readonly undo: string[];
  /** What pressing the key once more does. */
  readonly turn?: 'back' | 'again';
}

export interface WorkbookState {
  readonly which: Which;
  readonly status: 'opening' | 'ready' | 'failed';
  /** Is the whole log at hand? Before that only what is true now was shown, as it was kept. */
  readonly whole: boolean;
  readonly error: string | null;
  /** How far the opening is. */
  readonly progress: {
    readonly what: 'reading' | 'folding';
    readonly done: number;
    readonly of: number;
  } | null;
  /** May this tab write? */
  readonly pen: boolean;
  /** Put away: read, and not written in. */
  readonly away: boolean;
  readonly notes: Readonly<Record<string, unknown>>;
  readonly notice: Notice | null;
  readonly persisted: boolean | null;
  /** A newer version of the program waits. */
  readonly update: boolean;
}

/** Whether what happens here is written: the workbook is open and whole, in this tab's hand, and not put away. */
export const isWritten = ({ status, whole, pen, away }: WorkbookState): boolean =>
  status === 'ready' && whole && pen && !away;

const initialState: WorkbookState = {
  which: 'demo',
  status: 'opening',
  whole: false,
  error: null,
  progress: null,
  pen: false,
  away: false,
  notes: {},
  notice: null,
  persisted: null,
  update: false,
};

export const workbookSlice = createSlice({
  name: 'workbook',
  initialState,
  reducers: {
    opening: (state, { payload }: PayloadAction<Which>) => ({
      ...initialState,
      which: payload,
      persisted: state.persisted,
      update: state.update,
    }),
    opened: (state, { payload }: PayloadAction<Readonly<Record<string, unknown>>>) => {
      state.status = 'ready';
      state.whole = true;
      state.error = null;
      state.progress = null;
      state.notes = payload;
    },
    shown: (state) => {
      state.status = 'ready';
    },
    failed: (state, { payload }: PayloadAction<string>) => {
      state.status = 'failed';
      state.error = payload;
    },
    progressed: (state, { payload }: PayloadAction<NonNullable<WorkbookState['progress']>>) => {
      state.progress = payload;
    },
    penChanged: (state, { payload }: PayloadAction<boolean>) => {
      state.pen = payload;
    },
    awayChanged: (state, { payload }: PayloadAction<boolean>) => {
      state.away = payload;
    },
    noted: (state, { payload }: PayloadAction<{ key: string; value: unknown }>) => {
      if (payload.value === undefined) delete (state.notes as Record<string, unknown>)[payload.key];
      else (state.notes as Record<string, unknown>)[payload.key] = payload.value;
    },
    notesGone: (state) => {
      state.notes = {};
    },
    noticed: (state, { payload }: PayloadAction<Omit<Notice, 'id'> | null>) => {
      state.notice = payload ? { ...payload, id: (state.notice?.id ?? 0) + 1 } : null;
    },
    updateReady: (state) => {
      state.update = true;
    },
    persistence: (state, { payload }: PayloadAction<boolean>) => {
      state.persisted = payload;
    },
  },
});

export const {
  awayChanged,
  opening,
  opened,
  failed,
  penChanged,
  noted,
  notesGone,
  noticed,
  persistence,
  progressed,
  shown,
  updateReady,
} = workbookSlice.actions;
