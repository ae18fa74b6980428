import { factsOf, type AnyTool, type Snapshot } from '../ledger';
import type { Act } from './act';
import { takeBack } from './correcting';

/** Broken, lost or sold: what was weighed and measured with it stays, and nobody is told to use it any more. */
export const retireTool = ({ id, name }: AnyTool): Act => ({
  facts: [{ kind: 'retired', what: 'tool', subjectId: id, reason: 'out of use' }],
  done: { code: 'toolRetired', name },
});

/** At hand again, on however many devices it was put out of use. */
export function toolBack(book: Snapshot, { id, name }: AnyTool): Act {
  const gone = factsOf(book, 'retired').filter(({ what, subjectId }) => what === 'tool' && subjectId === id);
  return {
    facts: takeBack(
      gone.map((fact) => fact.id),
      'in use again',
    ),
    done: { code: 'toolBack', name },
  };
}
