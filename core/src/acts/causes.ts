import type { MassReading } from '../ledger';
import type { Uncertain } from '../quantity';
import type { CleaningLevel, FactDraft, WeighInCause } from '../workbook';
import type { Act } from './act';
import { weighAnew, type TakenMass } from './correcting';

/** Who was there rules out one of the things that a weigh-in may come of. */
export const ruleOut = (printerId: string, cause: WeighInCause, cartridgeId: string | null): Act => ({
  facts: [{ kind: 'causeDenied', printerId, cause, ...(cartridgeId === null ? {} : { cartridgeId }) }],
  done: { code: 'ruledOut', cause },
});

/**
 * The scale was zeroed wrong: each mass of the session is entered anew without what it showed too many.
 *
 * @param tooManyG g, below 0 where it showed too few; its u joins the masses’
 */
export const zeroedWrong = (masses: readonly TakenMass[], tooManyG: Uncertain): Act => ({
  facts: masses.flatMap((mass): FactDraft[] => weighAnew(mass, lessBy(mass.reading, tooManyG), null)),
  done: { code: 'zeroCorrected', count: masses.length, g: tooManyG.value },
});

const lessBy = (reading: MassReading, { value, u }: Uncertain): MassReading => ({
  ...reading,
  massG: { value: Math.max(0, reading.massG.value - value), u: Math.hypot(reading.massG.u, u) },
});

/**
 * Cleanings that a weigh-in found missing from the log.
 *
 * @param at UTC instant before the weighings that showed them
 */
export const logUnseenCleanings = (
  printerId: string,
  count: number,
  level: CleaningLevel,
  at: string,
): Act => ({
  facts: Array.from({ length: count }, () => ({ kind: 'cleaned' as const, printerId, level, at })),
  done: { code: 'cleaningsLogged', count },
});
