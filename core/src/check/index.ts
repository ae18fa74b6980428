export { checkFact, type EntityRule, type FactProblem } from './checkFact';
