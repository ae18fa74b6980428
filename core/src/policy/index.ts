export {
  forecastInk,
  type ForecastBy,
  type InkForecast,
  type InkPoint,
  type ReserveDate,
} from './forecastInk';
export {
  MINUTES,
  PLAN_DEFAULTS,
  planBasis,
  type PlanBasis,
  type PlanOptions,
  type PolicyBar,
} from './planBasis';
export { planFrom, type PlannedPolicy, type PrinterPlan } from './planFrom';
export { planPrinter } from './planPrinter';
export { seeded } from './seeded';
export { howFar, type HowFar } from './howFar';
export { RHYTHM_DAYS, rhythmOf, type Rhythm } from './rhythm';
export { simulatePolicies, type KnownDays, type PolicyInput, type PolicyResult } from './simulatePolicies';
export { weighPlan, type WeighChannel, type WeighPlan, type WeighRhythm } from './weighPlan';
export { calendarDose, type CalendarDose } from './calendarDose';
export { setPiece, type SetKind } from './setPiece';
export { secondSet, type SecondSet } from './secondSet';
