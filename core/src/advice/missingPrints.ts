import { all, find, modelOf, type Book } from '../ledger';
import { coefficientPerDm2 } from '../usage';
import { standardDm2 } from './meanSheet';
import type { Uncertain } from '../quantity';

export interface MissingPrints {
  readonly subjectId: string;
  /** Standard sheets of it that would explain what is gone. */
  readonly sheets: number;
  /** Gone beyond what the log foretold, all channels together, ml. */
  readonly goneMl: number;
  /** What the prints leave unexplained, in standard deviations a channel: about one where they fit. */
  readonly misfit: number;
}

/** Together further off than this, in standard deviations, it asks. */
const TOGETHER = 2.5;
const LEAST_CHANNELS = 3;

/**
 * A whole set that fell more than the log says: which prints would explain it. One channel alone is no print, and what rose
 * was not printed.
 *
 * @param gone by slot, ml beyond what was foretold, with u
 * @returns null where the set as a whole is as foretold, or fell less
 */
export function missingPrints(
  book: Book,
  printerId: string,
  gone: ReadonlyMap<string, Uncertain>,
): MissingPrints | null {
  const printer = find(book.context, 'printer', printerId);
  const model = modelOf(book, printerId);
  if (!printer || !model || gone.size < Math.min(LEAST_CHANNELS, printer.slots.length)) return null;
  const goneMl = [...gone.values()].reduce((sum, { value }) => sum + value, 0);
  const u = Math.sqrt([...gone.values()].reduce((sum, one) => sum + one.u ** 2, 0));
  const fell = [...gone.values()].filter(({ value }) => value > 0).length;
  if (goneMl < TOGETHER * u || fell < 0.7 * gone.size) return null;
  const area = standardDm2(book);
  let best: MissingPrints | null = null;
  for (const { id } of all(book.context, 'subject')) {
    let top = 0;
    let bottom = 0;
    const uses = [...gone].map(([slotId, { value, u: own }]) => {
      const takes = area * coefficientPerDm2(model, slotId, id).value;
      const weight = 1 / Math.max(1e-6, own ** 2);
      top += weight * value * takes;
      bottom += weight * takes ** 2;
      return { value, takes, weight };
    });
    if (!(bottom > 0)) continue;
    const sheets = Math.max(0, Math.round(top / bottom));
    if (sheets === 0) continue;
    const left = uses.reduce((sum, one) => sum + one.weight * (one.value - sheets * one.takes) ** 2, 0);
    const misfit = Math.sqrt(left / gone.size);
    if (!best || misfit < best.misfit) best = { subjectId: id, sheets, goneMl, misfit };
  }
  return best;
}
