import { flushWays, type FlushWay } from './flushRounds';

export interface PreparationInput {
  /** Ink inside now, ml, and the share of it that is not the new ink yet, 0 to 1. */
  readonly insideMl: number;
  readonly oldShare: number;
  /** What cannot be drawn out, ml. */
  readonly residualMl: number;
  readonly capacityMl: number;
  /** Fill level down to which it is printed before a top-up, ml. */
  readonly topUpAtMl: number;
  readonly sponge: boolean;
  /** Price of the new ink, minor units per ml. */
  readonly minorPerMl: number;
  /** Old ink allowed at the end, 0 to 1. */
  readonly wishedOld: number;
  /** Hours of drying where a curve has told; null: the usual for its construction. */
  readonly dryingHours: number | null;
  /** Water that a dry-enough cartridge may still hold, ml. */
  readonly waterLeftMl: number;
}

export interface Preparation {
  readonly way: 'flushDry' | 'dilute' | 'mix';
  /** New ink thrown away, ml, and old ink given up, ml. */
  readonly newInkLostMl: number;
  readonly oldInkLostMl: number;
  readonly minor: number;
  readonly hours: number;
  /** Share of the new ink in the first fill that prints. */
  readonly purity: number;
  readonly rounds: number;
  readonly addMl: number;
  /** Share of the old ink after each of the next fills. */
  readonly oldAfterFills: readonly number[];
}

/** Hands-on and waiting hours for one rinse, one round of diluting, and for drying where nothing was measured yet. */
const HOURS = { rinse: 0.75, round: 0.4, dryTank: 4, drySponge: 10 } as const;
const FILLS_AHEAD = 5;

/**
 * The three ways to convert a cartridge, side by side: in ink, money, hours and purity. Flushing costs time, diluting costs
 * ink, mixing costs certainty.
 *
 * @param input volumes in ml; prices in minor units per ml
 * @returns flush and dry; dilute and draw out (its cheapest way within three rounds where one fits); just mix
 * @throws RangeError as `flushWays`
 */
export function comparePreparations(input: PreparationInput): readonly Preparation[] {
  const { insideMl, oldShare, residualMl, capacityMl, minorPerMl, wishedOld } = input;
  const room = capacityMl - residualMl;
  // What is mostly the new ink already needs no round: drawn out, little enough stays.
  const pure = oldShare <= wishedOld;
  const way = pure ? null : cheapest(flushWays(Math.max(0.05, residualMl), wishedOld / oldShare, room));
  const later = Math.min(1, input.topUpAtMl / capacityMl);
  const ahead = (first: number): number[] =>
    Array.from({ length: FILLS_AHEAD }, (_, i) => first * later ** i);
  const water = input.waterLeftMl / capacityMl;
  const mixed = oldShare * Math.min(1, insideMl / capacityMl);
  const stays = (oldShare * residualMl) / capacityMl;
  const diluted = way ? way.oldFraction * stays : pure ? stays : mixed;
  return [
    {
      way: 'flushDry',
      newInkLostMl: 0,
      oldInkLostMl: insideMl,
      minor: 0,
      hours: HOURS.rinse + (input.dryingHours ?? (input.sponge ? HOURS.drySponge : HOURS.dryTank)),
      purity: 1 - water,
      rounds: 0,
      addMl: 0,
      oldAfterFills: ahead(0),
    },
    {
      way: 'dilute',
      newInkLostMl: way ? way.totalMl : 0,
      oldInkLostMl: insideMl,
      minor: way ? way.totalMl * minorPerMl : 0,
      hours: (way?.rounds ?? 0) * HOURS.round,
      purity: 1 - diluted,
      rounds: way?.rounds ?? 0,
      addMl: way?.addMl ?? 0,
      oldAfterFills: ahead(diluted),
    },
    {
      way: 'mix',
      newInkLostMl: 0,
      oldInkLostMl: 0,
      minor: 0,
      hours: 0,
      purity: 1 - mixed,
      rounds: 0,
      addMl: Math.max(0, capacityMl - insideMl),
      oldAfterFills: ahead(mixed),
    },
  ];
}

/** Three rounds at most where that suffices: beyond, a round saves drops and costs half an hour. */
function cheapest(ways: readonly FlushWay[]): FlushWay | null {
  const few = ways.filter((way) => way.rounds <= 3);
  return (few.length > 0 ? few[few.length - 1] : ways[0]) ?? null;
}
