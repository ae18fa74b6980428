export { CAUTIONS, type Caution } from './cautions';
export { CONSTRUCTION_DATA, METHOD_DATA, type Action, type MethodData } from './methods';
export type { Answer, BenchRun, CartridgeRun, Occasion } from './run';
export {
  afterMasses,
  currentStep,
  dosesOf,
  massBefore,
  massOf,
  planOf,
  stepsFor,
  type Dose,
  type RunEnv,
  type Step,
  type StepKind,
} from './steps';
export { judgeRest, type RestVerdict } from './judgeRest';
export { loadFromScale } from './loadFromScale';
export { amountsOf, runFacts, weighingFact, type FillAmount } from './runFacts';
export { advance, unmetPorts, type RunEvent } from './advance';
export { toolCheck, type ToolFinding } from './toolCheck';
export { runEnv } from './runEnv';
export { beginRun, dosedParts, type RunChoice } from './beginRun';
export { suggestBottle } from './suggestBottle';
