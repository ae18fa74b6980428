import type { Uncertain } from '../quantity';
import { LEVEL_U, type Look } from '../workbook';
import type { Act } from './act';

/**
 * A level seen through a wall.
 *
 * @param fraction of what the body holds, 0 to 1
 */
export const seeLevel = (cartridgeId: string, fraction: number): Act => ({
  facts: [{ kind: 'levelSeen', cartridgeId, fraction, u: LEVEL_U.seen }],
  done: { code: 'levelSeen', cartridgeId, fraction },
});

/** A print that faded, or a printer that showed it: this cartridge was at its reserve. */
export const atItsReserve = (cartridgeId: string, saw: 'print' | 'reserve'): Act => ({
  facts: [{ kind: 'fadedOrRanDry', cartridgeId, ranDry: false }],
  done: { code: 'faded', cartridgeId, saw },
});

/** It ran dry: air was drawn, and what is left inside is of no use. */
export const ranDry = (cartridgeId: string): Act => ({
  facts: [{ kind: 'fadedOrRanDry', cartridgeId, ranDry: true }],
  done: { code: 'ranDry', cartridgeId },
});

/**
 * What a look at the cartridge found.
 *
 * @param mlPerDay of a leak at rest: how fast it loses ink, where its weights tell of it
 */
export const lookAt = (cartridgeId: string, found: Look, mlPerDay: Uncertain | null = null): Act => ({
  facts: [
    {
      kind: 'looked',
      cartridgeId,
      found,
      ...(mlPerDay !== null && found === 'leaksAtRest' ? { mlPerDay } : {}),
    },
  ],
  done: { code: 'looked', cartridgeId, found },
});

/** So many cartridges one fact may name. */
const MOST_AT_ONCE = 64;

/** Pigment was shaken up, in as many cartridges as were taken in hand. */
export const shake = (cartridgeIds: readonly string[]): Act => ({
  facts: Array.from({ length: Math.ceil(cartridgeIds.length / MOST_AT_ONCE) }, (_, i) => ({
    kind: 'agitated' as const,
    cartridgeIds: cartridgeIds.slice(i * MOST_AT_ONCE, (i + 1) * MOST_AT_ONCE),
  })),
  done: { code: 'shaken', cartridgeIds },
});

/** Out of use for good; its history stays. */
export const retire = (cartridgeId: string, reason: string): Act => ({
  facts: [{ kind: 'retired', what: 'cartridge', subjectId: cartridgeId, reason }],
  done: { code: 'retired', cartridgeId, reason },
});
