import { bodyDraft, channelDraft, newDraft, type ChannelDraft, type Draft } from './draft';

/** Answers that were kept; new ones where none were, or they cannot be read. */
export function readDraft(kept: unknown): Draft {
  const found = kept as Partial<Draft> | null;
  if (
    typeof found !== 'object' ||
    !found ||
    !Array.isArray(found.channels) ||
    !found.channels.every((channel: Partial<ChannelDraft> | null) => typeof channel?.shades === 'string') ||
    !Array.isArray(found.bodies) ||
    found.bodies.length === 0
  )
    return newDraft();
  // What was kept by an earlier build lacks what is asked since.
  return {
    ...newDraft(),
    ...found,
    channels: (found as Draft).channels.map((channel) => ({ ...channelDraft(channel.shades), ...channel })),
    bodies: (found as Draft).bodies.map((body) => ({ ...bodyDraft(), ...body })),
  };
}
