export { forecastUse, type ChannelForecast, type UseForecast } from './forecastUse';
export { scoreForecasts, type PrinterScore, type Score, type ScoredInterval } from './scoreForecasts';
export { USUAL_FILLS } from './nextBottle';
export { MONTH, sinceLastMonth, type Stretch } from './sinceLastMonth';
export { whatWasLearnt, type KindRatio, type Learnt } from './whatWasLearnt';
export { pooledRatios, type PooledRatio } from './pooledRatios';
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
export { howFar, type HowFar } from './howFar';
export { RHYTHM_DAYS, rhythmOf, type Rhythm } from './rhythm';
export { simulatePolicies } from './simulatePolicies';
export type { KnownDays, PolicyInput, PolicyResult } from './policyInput';
export { weighPlan, type WeighChannel, type WeighPlan, type WeighRhythm } from './weighPlan';
export { calendarDose, type CalendarDose } from './calendarDose';
export { setPiece, type SetKind } from './setPiece';
export { secondSet, type SecondSet } from './secondSet';
export { canPrint, type Job, type JobChannel, type JobForecast } from './canPrint';
export { inkLasts, type InkSupply } from './inkLasts';
export { rotationOf, type Rotation, type RotationPair } from './rotation';
export { ordersFor, type BottleSize, type InkOrder, type Order } from './ordersFor';
export { dayPlan, type DayPlan, type Sitting, type TopUp } from './dayPlan';
export { jobOfPlanned } from './jobOfPlanned';
export { switchesIn } from './switchesIn';
