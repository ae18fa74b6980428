export { withReason } from './withReason';
export { readyFacts, type NotReady } from './readyFacts';
export { entryProblems } from './entryProblems';
export { checkFact, checkFactsBy } from './checkFact';
export type { FactProblem } from './factProblem';
export { metProblems, type MetProblem } from './metProblems';
