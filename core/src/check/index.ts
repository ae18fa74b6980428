export { checkFact, type FactProblem } from './checkFact';
