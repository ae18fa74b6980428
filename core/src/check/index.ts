export { checkFact, checkFactsBy, type FactProblem } from './checkFact';
