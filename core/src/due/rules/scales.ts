import { coarserStep } from '../../advice';
import { toolsInUse } from '../../ledger';
import type { Rule } from '../found';

/** A scale whose weights are coarser than its step: it is corrected, or they are typed with all their figures. */
export const scaleSteps: Rule = ({ book, now }) =>
  toolsInUse(book, 'scale').flatMap(({ id, name }) => {
    const found = coarserStep(book, id);
    return found
      ? [
          {
            code: 'scaleStep',
            subject: { kind: 'scale', id, name },
            dueMs: now,
            doneBy: ['defined', 'weighed'],
            figure: found.stepG,
          },
        ]
      : [];
  });
