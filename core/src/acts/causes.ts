import { factsOf, type MassReading, type Snapshot } from '../ledger';
import type { Uncertain } from '../quantity';
import type { CleaningLevel, FactDraft, WeighInCause } from '../workbook';
import type { Act } from './act';
import { correctPrints, weighAnew, type TakenMass } from './correcting';

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

/** From this share on all of the prints in question are taken for the other kind. */
const MOSTLY = 0.6;

/**
 * Prints that were logged as one kind of picture and were another, put right.
 *
 * @param cause which was taken for which, and how much of it
 * @param span UTC instants: the weigh-in's interval
 * @returns null where it is a part of them alone: nobody knows which
 */
export function wereOfKind(
  book: Snapshot,
  printerId: string,
  cause: {
    readonly subjectId: string | null;
    readonly insteadId?: string;
    readonly amount: Uncertain;
  },
  span: { readonly from: string; readonly to: string },
): Act | null {
  const { subjectId, insteadId, amount } = cause;
  if (insteadId === undefined || amount.value <= MOSTLY) return null;
  const prints = factsOf(book, 'printed').filter(
    (print) =>
      print.printerId === printerId &&
      print.subjectId === subjectId &&
      print.at > span.from &&
      print.at <= span.to,
  );
  return prints.length === 0 ? null : correctPrints(prints, { subjectId: insteadId });
}
