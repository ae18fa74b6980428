export {
  drawsOf,
  predictPrior,
  priorOfTerm,
  SCATTER_PRIOR,
  SHARED_SCATTER,
  TERMS,
  type Draws,
  type Term,
} from './features';
export { fitPrinter, Fitting, type FittingCode } from './fitPrinter';
export { ONE_WEIGH_IN_MS } from './seen';
export { withCount } from './forecast';
export type {
  Denial,
  ForecastRecord,
  GainChange,
  MissingEntry,
  Observed,
  PrinterModel,
  Renewal,
} from './model';
export { drawOf, newModel, predictUse, partsOfUse, coefficientPerDm2, type UsePart } from './predict';
export { taughtDraws } from './taughtDraws';
export { uTogether } from './uTogether';
export { atReserve } from './atReserve';
export { queueUse, type PictureJob, type QueueUse } from './queueUse';
export { runsDry, safeCount } from './safeCount';
export { FOUND, type Cause, type LeakBelief } from './cause';
