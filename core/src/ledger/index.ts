export { Ledger } from './Ledger';
export { exposureSince, inkNow, placeOf } from './inkNow';
export { composition, densityInside, foreignFraction, mixTotal, priceInside, type LotShare } from './mix';
export {
  all,
  bodyOf,
  DEFAULT_SETTINGS,
  densityOfInk,
  extendContext,
  find,
  inkOfBottle,
  pricePerMl,
  settingsOf,
  slotFor,
  type Body,
  type Context,
} from './context';
export type { BottleState, CartridgeState, LedgerState, LifeEntry, PrinterState, SlotState } from './state';
export { netByHand } from './chipLife';
export { bottleRemaining } from './bottleRemaining';
export { isGaugeOff } from './isGaugeOff';
export { scaleFor } from './scaleFor';
export { readMass, type MassReading } from './readMass';
export { scaleReading } from './scaleReading';
export { factsAbout } from './factsAbout';
