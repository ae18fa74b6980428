export { forecastInk, type InkForecast, type InkPoint, type ReserveDate } from './forecastInk';
export {
  MINUTES,
  PLAN_DEFAULTS,
  planBasis,
  type BuyItem,
  type PlanBasis,
  type PlanOptions,
  type PolicyBar,
} from './planBasis';
export { planFrom, type PlannedPolicy, type PrinterPlan } from './planFrom';
export { planPrinter } from './planPrinter';
export { seeded } from './seeded';
export { RHYTHM_DAYS, rhythmOf, type Rhythm } from './rhythm';
export { simulatePolicies, type PolicyInput, type PolicyResult } from './simulatePolicies';
