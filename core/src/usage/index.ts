export {
  coefficient,
  learnUse,
  newUseModel,
  noisePerMl,
  predictUse,
  priorOf,
  type Exposure,
  type UseModel,
} from './useModel';
export { runsDry, safeCount } from './safeCount';
