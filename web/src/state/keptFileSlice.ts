import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export interface KeptFileState {
  /** `asks`: the browser wants one press after each start. */
  readonly status: 'off' | 'asks' | 'kept' | 'failed';
  /** Written last, UTC. */
  readonly at: string | null;
  readonly why: string | null;
}

const initialState: KeptFileState = { status: 'off', at: null, why: null };
export const keptFileSlice = createSlice({
  name: 'keptFile',
  initialState,
  reducers: {
    fileChanged: (state, { payload }: PayloadAction<Partial<KeptFileState>>) => ({ ...state, ...payload }),
    fileOff: () => initialState,
  },
});

export const { fileChanged, fileOff } = keptFileSlice.actions;
