export type { Act, ChipDoing, Done, PastKind } from './act';
export { setClockRight } from './clocks';
export { checkScale, pastMass, weighBottle, weighCartridge, weighDiluting, weighDrying } from './weighing';
export {
  correctPrints,
  exchangeMasses,
  explainMasses,
  momentBefore,
  takeBack,
  tookBlack,
  type PrintCorrection,
  type TakenMass,
} from './correcting';
export { logUnseenCleanings, ruleOut, wereOfKind, zeroedWrong } from './causes';
export { putBack, putIn, putSetIn, rotate, takeOut, type Swap } from './seats';
export { drawBack, fitChip, pour, prime, switchGaugeOff, weighAt } from './handwork';
export { readGauge, resetChips, sensorSaid, takeReadings, tellChip } from './gauges';
export { atItsReserve, lookAt, ranDry, retire, seeLevel, shake } from './looking';
export {
  changeSetting,
  cleanHead,
  gradeShades,
  logCheck,
  makeProfile,
  measureShades,
  movePrinter,
  ownCartridges,
  printerBack,
  replaceHead,
  retirePrinter,
  switchShade,
  type ChannelSeen,
} from './printerCare';
export {
  logByRule,
  logJobs,
  logMissed,
  logPrint,
  planPrint,
  printAgain,
  printPlanned,
  type CompletedJob,
  type NewNames,
  type PrintAsked,
} from './printing';
export {
  buy,
  buyBottle,
  keepQuote,
  knowDensity,
  knowSqueeze,
  openBottle,
  ownBottle,
  bottleIsEmpty,
  type BottleBought,
} from './stock';
export { convertTo, dilute, drawDownTo, emptyOut, knowEmptyMass } from './rinsing';
export {
  addThing,
  askPrinter,
  correctThing,
  doseEvery,
  fillTo,
  goBy,
  keepRule,
  keepSize,
  nameWorkbook,
  paperTakes,
  partWeighs,
  putOff,
  sensorSwitchesAt,
  stopAsking,
  takeDescription,
  teachCheck,
  weighInEvery,
} from './defining';
export { enterPast, logFill, pastFill, pastPrint } from './past';
export { bottleFacts } from './setUp/bottles';
export { contentsFacts } from './setUp/contents';
export { newPaper, newSubject, newThing, newTool, type UsualThing } from './newThing';
export { impossibleOf, type Impossible } from './setUp/impossible';
export { setUpEntities } from './setUp/entities';
export { setUp, type SetUpTold } from './setUp/setUp';
export { triangleOf, typeOfBody } from './setUp/typeOfBody';
export type { BodyInput, BottleInput, Channel, Now, SetUpInput } from './setUp/input';
export { retireTool, toolBack } from './toolUse';
