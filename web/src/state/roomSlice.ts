import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Refusal } from '../devices/roomLink';

/** Another device of the room. */
export interface OtherDevice {
  readonly device: string;
  readonly name: string;
  readonly here: boolean;
  readonly aheadMs: number;
  readonly other: 'older' | 'newer' | null;
}

export interface RoomState {
  readonly status: 'off' | 'connecting' | 'here' | 'refused';
  readonly why: Refusal | null;
  readonly isOwner: boolean;
  readonly devices: readonly OtherDevice[];
  /** Entries that came from other devices since it was opened; and which, of those whose clock is far off. */
  readonly received: number;
  readonly offClock: Readonly<Record<string, readonly string[]>>;
  /** Who moved what was begun last, where it was another device: it holds the pen of it. */
  readonly holders: Readonly<Record<string, string>>;
}

const initialState: RoomState = {
  status: 'off',
  why: null,
  isOwner: false,
  devices: [],
  received: 0,
  offClock: {},
  holders: {},
};

export const roomSlice = createSlice({
  name: 'room',
  initialState,
  reducers: {
    roomChanged: (state, { payload }: PayloadAction<Partial<RoomState>>) => ({ ...state, ...payload }),
    roomLeft: () => initialState,
    receivedMore: (state, { payload }: PayloadAction<number>) => ({
      ...state,
      received: state.received + payload,
    }),
    cameOffClock: (state, { payload }: PayloadAction<{ device: string; ids: readonly string[] }>) => ({
      ...state,
      offClock: {
        ...state.offClock,
        [payload.device]: [...(state.offClock[payload.device] ?? []), ...payload.ids],
      },
    }),
    /** They stand right: by an answer, or by being moved. */
    clockAnswered: (state, { payload }: PayloadAction<string>) => {
      const { [payload]: _, ...others } = state.offClock;
      return { ...state, offClock: others };
    },
    held: (state, { payload }: PayloadAction<{ key: string; by: string | null }>) => {
      const { [payload.key]: _, ...others } = state.holders;
      return { ...state, holders: payload.by === null ? others : { ...others, [payload.key]: payload.by } };
    },
  },
});

export const { roomChanged, roomLeft, receivedMore, held, cameOffClock, clockAnswered } = roomSlice.actions;
