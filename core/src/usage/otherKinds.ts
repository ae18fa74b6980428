import type { Uncertain } from '../quantity';
import { mostLogged, PRIOR, type Candidate } from './candidate';
import type { CauseRow } from './cause';

/** Share of what is logged as one kind of picture that was another: mostly a whole job, or all of them. */
const OTHER_KIND: Uncertain = { value: 0.7, u: 0.3 };

/**
 * What is logged as one kind of picture was another: less than the one takes, as much as the other does. It is named alone: while
 * kinds are still being learnt they are taken for each other easily, and what is left out then would never be learnt.
 */
export function otherKinds(rows: readonly CauseRow[], kinds: readonly string[]): Candidate[] {
  const logged = [...mostLogged(rows)].filter(([, area]) => area > 0).map(([id]) => id);
  return logged.flatMap((subjectId) => {
    // Met for the first time, it is not among those that are known.
    const others = kinds.filter((id) => id !== subjectId);
    return others.map((insteadId): Candidate => ({
      code: 'otherKind',
      subjectId,
      insteadId,
      prior: PRIOR.otherKind / (logged.length * others.length),
      pattern: rows.map(
        ({ dm2, perDm2 }) =>
          (dm2.get(subjectId) ?? 0) * ((perDm2.get(insteadId) ?? 0) - (perDm2.get(subjectId) ?? 0)),
      ),
      amount: OTHER_KIND,
      atLeast: 0,
    }));
  });
}
