import { z } from 'zod';

/** The version of the protocol: one that is not this is told so, and nothing is exchanged with it. */
export const MEETING_VERSION = 1;

/** No more facts in one message than these: it stays far below what the server lets through. */
export const MOST_FACTS = 200;
/** A range with no more ids than these is told id by id. */
export const FEW_IDS = 64;
/** A range that differs is cut into so many. */
export const CUTS = 16;

const id = z.string().min(1).max(64);
const edge = z.string().max(64);
const digest = z.strictObject({ count: z.int().min(0), hash: z.string().length(16) });

/** Ids from `from` (with it) to `to` (without it; empty: to the end), in short. */
const range = z.strictObject({ from: edge, to: edge, digest });
export type Range = z.infer<typeof range>;

/** What one device says to the others of its room. Each message stands by itself: lost, doubled or late it does no harm. */
export const messageSchema = z.discriminatedUnion('type', [
  /** Who I am, which format my facts are of, and what I have in all. */
  z.strictObject({
    type: z.literal('hello'),
    version: z.int(),
    format: z.int(),
    device: id,
    name: z.string().max(60),
    now: z.iso.datetime(),
    digest,
    /** An answer wants no other. */
    answer: z.boolean(),
  }),
  /** What I have in these ranges. */
  z.strictObject({ type: z.literal('have'), device: id, ranges: z.array(range).min(1).max(64) }),
  /** All ids that I have in a range. */
  z.strictObject({
    type: z.literal('ids'),
    device: id,
    from: edge,
    to: edge,
    ids: z.array(id).max(4 * FEW_IDS),
  }),
  /** I lack these. */
  z.strictObject({
    type: z.literal('want'),
    device: id,
    ids: z
      .array(id)
      .min(1)
      .max(4 * FEW_IDS),
  }),
  /** Facts, as they are written in a file of this format. */
  z.strictObject({
    type: z.literal('facts'),
    device: id,
    format: z.int(),
    facts: z.array(z.looseObject({ id })).min(1).max(MOST_FACTS),
  }),
  /** Something begun, as it stands at this device, and which device has it in hand. */
  z.strictObject({
    type: z.literal('note'),
    device: id,
    key: z.string().max(80),
    /** Counts up with each change, whoever makes it. */
    count: z.int().min(0),
    holder: z.strictObject({ device: id, name: z.string().max(60) }),
    value: z.unknown().optional(),
  }),
  z.strictObject({ type: z.literal('bye'), device: id }),
]);
export type Message = z.infer<typeof messageSchema>;
