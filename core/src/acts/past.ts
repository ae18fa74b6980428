import { find, type Book } from '../ledger';
import type { DraftOf, FactDraft, FactOf, Method } from '../workbook';
import type { Act, PastKind } from './act';

/** A volume from paper is known to about a line of the syringe: this share of it, and never better than the least, ml. */
const SHARE_U = 0.03;
const LEAST_U_ML = 0.2;

/** A fill of the past: how much of which bottle went into which cartridge, into the chamber of the bottle's shade. */
export function pastFill(
  book: Book,
  cartridgeId: string,
  bottleId: string,
  ml: number,
  method: Method | null,
  at: string,
): DraftOf<'filled'> {
  const { context } = book;
  const cartridge = find(context, 'cartridge', cartridgeId)!;
  const shade = find(context, 'ink', find(context, 'bottle', bottleId)?.inkId)?.shade ?? '';
  return {
    kind: 'filled',
    cartridgeId,
    chamber: Math.max(0, cartridge.shades.indexOf(shade)),
    bottleId,
    ml: { value: ml, u: Math.max(LEAST_U_ML, SHARE_U * ml) },
    by: 'syringe',
    method: method ?? find(context, 'cartridgeType', cartridge.typeId)?.method ?? 'topSyringe',
    occasion: 'topUp',
    at,
  };
}

/** A fill whose amount was measured, without its steps: as a script or another device tells it. */
export function logFill(book: Book, cartridgeId: string, bottleId: string, ml: number, at: string): Act {
  return {
    facts: [pastFill(book, cartridgeId, bottleId, ml, null, at)],
    done: { code: 'filled', cartridgeId, ml },
  };
}

/** A print of the past. */
export const pastPrint = (
  print: Pick<
    FactOf<'printed'>,
    'printerId' | 'title' | 'copies' | 'widthMm' | 'heightMm' | 'subjectId' | 'paperId'
  >,
  at: string,
): DraftOf<'printed'> => ({ kind: 'printed', ...print, at });

/** A table of the past: all of it, or none. */
export const enterPast = (facts: readonly FactDraft[], what: PastKind): Act => ({
  facts,
  done: { code: 'pastEntered', what, count: facts.length },
});
