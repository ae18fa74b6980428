export {
  factsUntil,
  livesOf,
  recordsOf,
  report,
  reportAndBook,
  reportOf,
  REPORT_VERSION,
  type CostSide,
  type FoundProblem,
  type LifeFinding,
  type Report,
} from './report';
export { cartridgeTotals, type CartridgeTotals } from './cartridgeTotals';
