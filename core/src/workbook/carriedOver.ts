import { z } from 'zod';
import { amount, id, instant, portState, share, text, uncertain } from './fields';
import {
  BLACKS,
  CHIP_PHASES,
  CHIP_STRATEGIES,
  LOOKS,
  SIGNALS,
  SWITCH_OFF_OFFERS,
  WEIGHING_PURPOSES,
  type Black,
} from './vocabulary';

const signed = z.number().min(-1e6).max(1e6);
const count = z.int().min(0).max(1e6);
const when = instant.nullable();
const massAt = z.strictObject({ at: instant, massG: uncertain });

/** Lot by lot, chamber by chamber: a bottle's id, or `original`, `unknown`, `flush`. */
const mixes = z
  .array(z.array(z.strictObject({ lot: id, ml: amount })).max(200))
  .min(1)
  .max(3);

const cartridge = z.strictObject({
  cartridgeId: id,
  /** null: nobody knew. With what its empty mass was off by, as ink, and the covariance of both, ml². */
  ink: z.strictObject({ ml: amount, u: amount, tareMl: signed, tareU: amount, together: signed }).nullable(),
  mixes,
  seat: z.strictObject({ printerId: id, slotId: id, since: instant }).nullable(),
  fills: count,
  ranDry: count,
  lastFillAt: when,
  agitatedAt: when,
  outSince: when,
  weighed: massAt.extend({ purpose: z.enum(WEIGHING_PURPOSES) }).nullable(),
  head: massAt.extend({ addedMl: amount }).nullable(),
  restedG: amount.nullable(),
  wetMl: amount.nullable(),
  ports: portState,
  gauge: z.strictObject({ fraction: share.nullable(), at: instant }).nullable(),
  chip: z.strictObject({
    id: z.string().min(1).max(140),
    volumeMl: amount.nullable(),
    resetAt: when,
    replaced: count,
    machine: z.strictObject({
      strategy: z.enum(CHIP_STRATEGIES),
      original: z.boolean(),
      phase: z.enum(CHIP_PHASES),
      offer: z.enum(SWITCH_OFF_OFFERS),
      toppedUp: z.boolean(),
      filledSinceStop: z.boolean(),
      begun: z.boolean(),
      resets: count,
      refusals: count,
    }),
  }),
  signal: z.enum(SIGNALS).nullable(),
  rejected: z
    .strictObject({ found: z.enum(LOOKS).exclude(['sound']), at: instant, mlPerDay: uncertain.nullable() })
    .nullable(),
});

const printer = z.strictObject({
  printerId: id,
  /** In its waste pad since that was renewed last. */
  padMl: amount,
  /** Saved against originals until then, before what was bought to last; null: not known. Minor units. */
  savedMinor: signed.max(1e12).min(-1e12).nullable(),
  lastPrintAt: when,
  movedAt: when,
  /** What stood in its channels when each of its profiles was made, by the entry of the profile. */
  profiles: z
    .array(z.strictObject({ profileId: id, inside: z.array(z.strictObject({ slotId: id, mixes })).max(16) }))
    .max(1000),
  blackInLine: z.enum(Object.keys(BLACKS) as [Black, ...Black[]]).nullable(),
});

const bottle = z.strictObject({
  bottleId: id,
  /** Taken out of it by then. */
  outMl: uncertain,
  /** Of it spilt. */
  spiltMl: amount,
  openedAt: when,
  firstFilledAt: when,
  /** First and last weighing, and what had been taken out by each. */
  weighed: massAt.extend({ outMl: amount }).nullable(),
  firstWeighed: z.strictObject({ massG: uncertain, outMl: amount }).nullable(),
});

/** What one workbook hands to the next, as of one instant: balances, no past. */
export const carriedOver = {
  /** What the one that was closed is called. */
  closed: text,
  cartridges: z.array(cartridge).max(5000),
  printers: z.array(printer).max(200),
  bottles: z.array(bottle).max(20000),
  /** Of planned jobs: how many were printed by then. */
  planned: z.array(z.strictObject({ plannedId: id, printed: count })).max(20000),
};
