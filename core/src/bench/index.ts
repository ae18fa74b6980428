export { CAUTIONS, type Caution } from './cautions';
export { CHECKS, type CheckAnswer, type CheckCode, type CheckData, type Remedy } from './checks';
export {
  CONSTRUCTION_DATA,
  countedIn,
  METHOD_DATA,
  type Action,
  type Counted,
  type MethodData,
} from './methods';
export type { Answer, BenchRun, CartridgeRun } from './run';
export type { PlainDoing } from './plainDoing';
export type {
  AsideReason,
  DecideCode,
  Deciding,
  Doing,
  DrawCode,
  LoadStep,
  Part,
  Mismatch,
  Step,
  StepId,
  StepKind,
  StepOf,
} from './step';
export { afterMasses, massBefore, massOf } from './answers';
export { massAnswer } from './massAnswer';
export { panOf, type Pan, type PanPart } from './panOf';
export { expectedG } from './expectedG';
export { partPlans } from './partPlans';
export { dosesOf, remainingOf, type Dose } from './dosesOf';
export { inAll, type InAll } from './inAll';
export { fillEnd, type FillEnd } from './fillEnd';
export { saidApart, type Apart } from './saidApart';
export { forkOf, type RunFork } from './forkOf';
export { planOf, startPlan } from './planOf';
export { chamberDensity, pouredDensity } from './pouredDensity';
export { currentStep, stepsFor } from './stepsFor';
export { hasLeaked, judgeRest, type RestVerdict } from './judgeRest';
export { loadFromScale } from './loadFromScale';
export { amountsOf, type FillAmount } from './amountsOf';
export { runFacts } from './runFacts';
export { factsOfStep, type StepOutcome } from './factsOfStep';
export { advance, unmetPorts, type RunEvent } from './advance';
export { queueBook } from './queueBook';
export { takenBefore } from './takenBefore';
export { toolCheck, type ToolFinding } from './toolCheck';
export { runEnv } from './runEnv';
export type { RunEnv } from './env';
export { numberOf, type StepNumber } from './numberOf';
export { beginRun, dosedParts, type RunChoice } from './beginRun';
export { beginProblems, type BeginProblem } from './beginProblems';
export { noAir, portProblems, type PortProblem } from './portProblems';
export { goingIn, type GoingInProblem } from './goingIn';
export { toGo } from './toGo';
export { isFitToGoIn } from './isFitToGoIn';
export { atOpenDoor, type AtDoor } from './atOpenDoor';
export { isWall } from './steps/closureOf';
export { doorFacts } from './doorFacts';
export { layOut, plannedAnswer, type LaidOut, type LaidStep } from './layOut';
export { placeOfStep, type Held, type Place, type StepPlace } from './placeOfStep';
export { inkInRun } from './inkInRun';
export { mismatchesOf } from './mismatchesOf';
export { occasionOf } from './occasionOf';
export { stopsQuick, takenAsDone } from './stopsQuick';
export { quickCard, type QuickCard } from './quickCard';
export { suggestChoice } from './suggestChoice';
export { suggestBottle } from './suggestBottle';
export { syringeU } from './syringeU';
export { suggestSyringe } from './suggestSyringe';
