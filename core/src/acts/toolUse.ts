import { factsOf, type Snapshot } from '../ledger';
import type { EntityOf } from '../workbook';
import type { Act } from './act';
import { takeBack } from './correcting';

type AnyTool = EntityOf<'scale' | 'syringe' | 'tool'>;

/** Broken, lost or sold: what was weighed and measured with it stays, and nobody is told to use it any more. */
export const retireTool = ({ id, name }: AnyTool): Act => ({
  facts: [{ kind: 'retired', what: 'tool', subjectId: id, reason: 'out of use' }],
  done: { code: 'toolRetired', name },
});

/** At hand again. */
export function toolBack(book: Snapshot, { id, name }: AnyTool): Act {
  const last = factsOf(book, 'retired').findLast(
    ({ what, subjectId }) => what === 'tool' && subjectId === id,
  );
  return {
    facts: takeBack(last ? [last.id] : [], 'in use again'),
    done: { code: 'toolBack', name },
  };
}
