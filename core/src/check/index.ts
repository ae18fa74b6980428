export { withReason } from './withReason';
export { entryProblems } from './entryProblems';
export { checkFact, checkFactsBy, type FactProblem } from './checkFact';
