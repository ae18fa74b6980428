import type { FactDraft } from '../workbook';
import type { Answer, CartridgeRun } from './run';

/** A weighing of a run as a fact. */
export const weighingFact = (
  run: CartridgeRun,
  stepId: string,
  purpose: 'before' | 'after' | 'rested',
  { massG, headG, at, withParts, partsG }: Extract<Answer, { kind: 'mass' }>,
): FactDraft => ({
  kind: 'weighed',
  what: 'cartridge',
  subjectId: run.cartridgeId,
  massG,
  ...(headG ? { headG } : {}),
  ...(withParts?.length && partsG ? { withParts: [...withParts], partsG } : {}),
  purpose,
  at,
  run: run.id,
  ...(run.scaleId ? { scaleId: run.scaleId } : {}),
  note: `step ${stepId}`,
});
