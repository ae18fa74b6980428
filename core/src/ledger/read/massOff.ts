import type { Uncertain } from '../../quantity';
import { bodyOf } from '../define/context';
import { CONTRADICTS_SIGMA, LEAST_OFF_ML } from '../fold/contradicts';
import type { Book } from '../Ledger';
import { densityInside, expectedMass } from './inkNow';

/** A mass beside the one that was foretold. */
export interface MassOff {
  readonly expectedG: Uncertain;
  /** Ink more than foretold; below zero: less. ml */
  readonly ml: number;
  /** Of the difference: the empty mass's doubt is in both and tells nothing. ml */
  readonly u: number;
  /** Too far to be chance: it is asked about. */
  readonly far: boolean;
}

/**
 * How far a weight is from what the log foretells: the one rule by which a weight is called odd.
 *
 * @param massG on the scale
 * @param at UTC instant of the weighing
 * @returns null where nothing was foretold
 */
export function massOff(book: Book, cartridgeId: string, massG: Uncertain, at: string): MassOff | null {
  const body = bodyOf(book.context, cartridgeId);
  const expectedG = expectedMass(book, cartridgeId, at);
  if (!body || !expectedG) return null;
  const rho = densityInside(book, body, at).value;
  const u = Math.hypot(expectedG.u, massG.u) / rho;
  const ml = (massG.value - expectedG.value) / rho;
  return { expectedG, ml, u, far: Math.abs(ml) > Math.max(CONTRADICTS_SIGMA * u, LEAST_OFF_ML) };
}
