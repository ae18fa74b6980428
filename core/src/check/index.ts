export { checkFact, inkOfMass, type FactProblem } from './checkFact';
