import type { WebSocket } from 'ws';

/** Why a connection ends, as its code and words: the app says what to do. */
export const ENDS = {
  unwanted: [4001, 'no such code'],
  door: [4002, 'shown the door'],
  full: [4003, 'the room is full'],
  flood: [4004, 'too much at once'],
  nonsense: [4005, 'not understood'],
  replaced: [4006, 'this device is here already'],
  noRoom: [4007, 'nobody opened this room'],
} as const;

export type Ending = keyof typeof ENDS;

/** Ends a connection with its reason. */
export const close = (client: WebSocket | undefined, why: Ending): void =>
  client?.close(ENDS[why][0], ENDS[why][1]);
