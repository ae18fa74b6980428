import { all, find, modelOf, type Book } from '../ledger';
import { coefficientPerDm2, ONE_WEIGH_IN_MS } from '../usage';
import { standardDm2 } from './meanSheet';
import type { SetMass } from './swappedMasses';

/** What one seated cartridge was expected to weigh and does weigh, with the density that makes ml of it. */
export interface SeatedMass extends SetMass {
  readonly slotId: string;
  /** g/ml. */
  readonly density: number;
}

export interface MissingPrints {
  readonly subjectId: string;
  /** Standard sheets of it that would explain what is gone. */
  readonly sheets: number;
  /** Gone beyond what the log foretold, all channels together, ml. */
  readonly goneMl: number;
  /** What the prints leave unexplained, in standard deviations a channel: about one where they fit. */
  readonly misfit: number;
  /** Is that a good explanation? */
  readonly fits: boolean;
}

/** From this probability on the model's own doubt is asked about. */
const ASKED = 0.5;
/** Gone by more standard deviations than this, all channels erring alike, is no chance. */
const TOGETHER = 2.5;
/** More than this, in standard deviations a channel, is no good explanation. */
const MISFIT = 1.6;
const MOST_FELL = 0.7;
const LEAST_CHANNELS = 3;

/**
 * A set that as a whole fell more than the log says: which prints would explain it. That something is wrong is the learnt
 * model's own doubt of this weigh-in; where nothing was logged since the last one, and so nothing could be learnt, that so
 * much is gone that no chance explains it, even if all channels erred alike.
 *
 * @param set of one weigh-in, with what was expected before it
 * @param at UTC instant of the weigh-in
 * @returns null where the set is as foretold, fell less, or only some of it fell: one channel alone is no print
 */
export function missingPrints(
  book: Book,
  printerId: string,
  set: readonly SeatedMass[],
  at: string,
): MissingPrints | null {
  const printer = find(book.context, 'printer', printerId);
  const model = modelOf(book, printerId);
  if (!printer || !model || set.length < Math.min(LEAST_CHANNELS, printer.slots.length)) return null;
  const gone = set.map(({ slotId, expected, found, density }) => ({
    slotId,
    ml: (expected.value - found.value) / density,
    u: Math.hypot(expected.u, found.u) / density,
  }));
  const goneMl = gone.reduce((sum, { ml }) => sum + ml, 0);
  if (!(goneMl > 0) || gone.filter(({ ml }) => ml > 0).length < MOST_FELL * gone.length) return null;
  const doubted =
    model.doubt !== null &&
    Math.abs(Date.parse(at) - Date.parse(model.doubt.to)) < ONE_WEIGH_IN_MS &&
    model.doubt.probability > ASKED;
  if (!doubted && goneMl <= TOGETHER * gone.reduce((sum, { u }) => sum + u, 0)) return null;
  const area = standardDm2(book);
  let best: MissingPrints | null = null;
  for (const { id } of all(book.context, 'subject')) {
    let top = 0;
    let bottom = 0;
    const uses = gone.map(({ slotId, ml, u }) => {
      const takes = area * coefficientPerDm2(model, slotId, id).value;
      const weight = 1 / Math.max(1e-6, u ** 2);
      top += weight * ml * takes;
      bottom += weight * takes ** 2;
      return { ml, takes, weight };
    });
    const sheets = bottom > 0 ? Math.round(top / bottom) : 0;
    if (sheets < 1) continue;
    const left = uses.reduce((sum, one) => sum + one.weight * (one.ml - sheets * one.takes) ** 2, 0);
    const misfit = Math.sqrt(left / uses.length);
    if (!best || misfit < best.misfit)
      best = { subjectId: id, sheets, goneMl, misfit, fits: misfit <= MISFIT };
  }
  return best;
}
