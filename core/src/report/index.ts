export { factsUntil, livesOf, recordsOf, report, reportAndBook, reportOf, REPORT_VERSION } from './report';
export type { CostSide, FoundProblem, LifeFinding, Report } from './shape';
export { cartridgeTotals, type CartridgeTotals } from './cartridgeTotals';
