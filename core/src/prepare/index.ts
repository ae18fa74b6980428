export { fitDensity, type DensityFit, type DensityProblem, type DispensedPoint } from './fitDensity';
export {
  DRY_TOLERANCE_G,
  fitDrying,
  type DryingFit,
  type DryingNote,
  type DryingProblem,
  type DryingReading,
} from './fitDrying';
export { dryingCurve } from './dryingCurve';
export { densityByFills, type DensityByFills } from './densityByFills';
export { squeezeVolume } from './squeezeVolume';
export { flushWays, oldFraction, type FlushWay } from './flushRounds';
export { comparePreparations, type Preparation, type PreparationInput } from './comparePreparations';
export { dilution, type Dilution } from './dilution';
export { dilutionFacts } from './dilutionFacts';
export { dryingTray, type Drying } from './dryingTray';
export { isConverted } from './isConverted';
export { holdsInk } from './holdsInk';
