export { emptyAtReading, type EmptyAt } from './emptyAtReading';
export {
  chipOptions,
  chipStep,
  newChip,
  type ChipAct,
  type ChipEvent,
  type ChipOption,
  type ChipPhase,
  type ChipState,
  type ChipWhy,
  type SwitchOffOffer,
} from './chipMachine';
export { COUNTER_PRIOR, learnCounter, type Counter } from './learnCounter';
export { sensorContent } from './sensorContent';
export { gaugeReadingU, readableActAt } from './gaugeReadingU';
export { showsFigure } from './showsFigure';
export { stepsOf } from './stepsOf';
