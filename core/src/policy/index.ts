export { forecastInk, type InkForecast, type InkPoint, type ReserveDate } from './forecastInk';
export {
  planPrinter,
  type BuyItem,
  type PlannedPolicy,
  type PlanOptions,
  type PolicyBar,
  type PrinterPlan,
} from './planPrinter';
export { RHYTHM_DAYS, rhythmOf, type Rhythm } from './rhythm';
export {
  POLICIES,
  simulatePolicies,
  type PolicyCode,
  type PolicyInput,
  type PolicyResult,
} from './simulatePolicies';
