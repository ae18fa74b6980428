export { changeDraw } from './changeDraw';
export { cartridgeView, type CartridgeView } from './cartridgeView';
export { cartridgeViews } from './cartridgeViews';
export { emptyAt, type CartridgeEmptyAt } from './emptyAt';
export { ANY_SUBJECT, meanSheet, standardDm2 } from './meanSheet';
export {
  slotView,
  type Advice,
  type AdviceCode,
  type NotKnown,
  type Reason,
  type SlotView,
  type Urgency,
} from './adviceFor';
export { printerAdvice, type PrinterAdvice } from './printerAdvice';
export { canPrint, type Job, type JobChannel, type JobForecast } from './canPrint';
export { inkLasts, type InkSupply } from './inkLasts';
export { TROUBLES, troubleCauses, type CauseFound, type Trouble, type TroubleCause } from './troubleCauses';
export { likelyEmpty, type LikelyEmpty } from './likelyEmpty';
export { rotationOf, type Rotation, type RotationPair } from './rotation';
export { dilution, type Dilution } from './dilution';
export { dilutionFacts } from './dilutionFacts';
export { dryingTray, type Drying } from './dryingTray';
export { ordersFor, type BottleSize, type InkOrder, type Order } from './ordersFor';
export { dayPlan, type DayPlan, type Sitting, type TopUp } from './dayPlan';
export { cartridgeLives, type CartridgeLife } from './cartridgeLives';
export { jobOfPlanned } from './jobOfPlanned';
export { switchesIn } from './switchesIn';
export { swappedMasses, type SetMass } from './swappedMasses';
export { missingPrints, type MissingPrints, type SeatedMass } from './missingPrints';
export { sensorReading, type Lamps, type SensorReading } from './sensorReading';
