import type { BodyDraft, ChannelDraft, Draft } from '../draft';

/** The answers with one channel's changed. */
export const changed = (draft: Draft, i: number, part: Partial<ChannelDraft>): Partial<Draft> => ({
  channels: draft.channels.map((channel, at) => (at === i ? { ...channel, ...part } : channel)),
});

/** The answers with one body's changed. */
export const bodyChanged = (draft: Draft, i: number, part: Partial<BodyDraft>): Partial<Draft> => ({
  bodies: draft.bodies.map((one, at) => (at === i ? { ...one, ...part } : one)),
});

/** The answers without that body: its channels take the first one. */
export const withoutBody = (draft: Draft, i: number): Partial<Draft> => ({
  bodies: draft.bodies.filter((_, at) => at !== i),
  channels: draft.channels.map((channel) =>
    channel.body === i
      ? { ...channel, body: 0 }
      : channel.body > i
        ? { ...channel, body: channel.body - 1 }
        : channel,
  ),
});

/** What a field is called where there are several bodies, and where there is one. */
export const ofBody = ({ bodies }: Draft, i: number, words: string): string =>
  bodies.length > 1 ? `Body ${i + 1}: ${words}` : words;
