import type { FactDraft, MassReason } from '../workbook';

/** Evidence that says with it why it was otherwise than expected. */
const TAKES: ReadonlySet<FactDraft['kind']> = new Set([
  'weighed',
  'levelSeen',
  'sensorSignalled',
  'fadedOrRanDry',
  'gaugeRead',
]);

/**
 * An entry as the person's answer makes it: evidence keeps its reason; a weight may turn out to be one of another kind, its own
 * empty mass or that of a wet body, or of no use because something else lay on the scale.
 *
 * @returns the draft to be recorded; one that takes no reason stays as it is
 */
export function withReason(draft: FactDraft, reason: MassReason): FactDraft {
  if (!TAKES.has(draft.kind)) return draft;
  switch (reason) {
    case 'ownEmpty':
      return draft.kind === 'weighed' ? { ...draft, purpose: 'empty' } : draft;
    case 'wet':
      return draft.kind === 'weighed' ? { ...draft, purpose: 'drying' } : draft;
    case 'partOn':
      return { ...draft, because: 'misread' } as FactDraft;
    default:
      return { ...draft, because: reason } as FactDraft;
  }
}
