export { cartridgeView, type CartridgeView } from './cartridgeView';
export { cartridgeViews } from './cartridgeViews';
export { emptyAt, type CartridgeEmptyAt } from './emptyAt';
export { ANY_SUBJECT, meanSheet, standardDm2 } from './meanSheet';
export {
  NO_PRINT,
  slotView,
  type Advice,
  type AdviceCode,
  type NotKnown,
  type Reason,
  type SlotView,
  type Urgency,
} from './adviceFor';
export { URGENCY_RANK } from './urgency';
export { printerAdvice, type PrinterAdvice } from './printerAdvice';
export { likelyEmpty, type LikelyEmpty } from './likelyEmpty';
export { cartridgeLives, type CartridgeLife } from './cartridgeLives';
export { isOffAlike } from './isOffAlike';
export { howItWent, type Lesson, type Outcome } from './howItWent';
export { toAdd, type ToAdd } from './toAdd';
export { swappedMasses, type SetMass } from './swappedMasses';
export { missingPrints, type MissingPrints, type SeatedMass } from './missingPrints';
export { unsaidBlacks } from './unsaidBlacks';
export { weighInCauses, type Teller, type WeighInCauses } from './weighInCauses';
export { sensorReading, type Lamps, type SensorReading } from './sensorReading';
export { teachesSwitch } from './teachesSwitch';
export { shelfState } from './shelfState';
