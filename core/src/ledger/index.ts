export {
  Ledger,
  type Base,
  type Book,
  type CheckedBook,
  type LogSnapshot,
  type SetAside,
  type Snapshot,
} from './Ledger';
export { Trial } from './Trial';
export {
  all,
  bodyOf,
  DEFAULT_SETTINGS,
  densityFreedom,
  densityOfInk,
  derive,
  deriveFor,
  extendContext,
  find,
  inkOfBottle,
  isForShades,
  pricePerMl,
  settingsOf,
  slotFor,
  type Body,
  type Context,
} from './define/context';
export { partsOf, type PartBody } from './define/partsOf';
export { sparedSlots } from './define/sparedSlots';
export { headOf } from './read/headOf';
export { keepHead, keepHeadInSlices } from './keep/keepHead';
export { reviveHead, reviveHeadInSlices } from './keep/reviveHead';
export { contentsOf, type Contents } from './read/contentsOf';
export { contradictionOf } from './read/contradictionOf';
export { foldOnto } from './read/foldOnto';
export { lastMovedAt } from './read/lastMovedAt';
export { printerInUse } from './read/printerInUse';
export { printersInUse } from './read/printersInUse';
export { massOff, type MassOff } from './read/massOff';
export { bottleStock } from './read/bottleStock';
export { foreignness } from './read/foreignness';
export { isNewAndDry } from './read/isNewAndDry';
export { isKnown } from './fold/belief';
export { bareLot } from './fold/chain';
export { densityOfMixes } from './fold/density';
export { lotsIn, lotsOf, mixesMl, mixOf, mlOfLot, withoutLot } from './fold/mixes';
export type {
  Blend,
  BottleState,
  CartridgeState,
  CheckLine,
  ChipLine,
  Closed,
  Draw,
  Flow,
  LedgerState,
  Mix,
  PrinterState,
  ProfileLine,
  Purchase,
  Seat,
  SlotState,
  UseInterval,
} from './fold/state';
export { CONTRADICTS_SIGMA, type Contradiction } from './fold/contradicts';
export { walk } from './fold/walk';
export type { Walked } from './fold/walked';
export { bottleName } from './read/bottleName';
export { bottleRemaining, type BottleContent } from './read/bottleRemaining';
export { factsAbout } from './read/factsAbout';
export { factsOf } from './read/factsOf';
export {
  cartridgeOf,
  densestInside,
  densityInside,
  expectedMass,
  foretellBy,
  happeningsOf,
  inkNow,
  mixesOf,
  mostInside,
  openWalk,
  placeOf,
  type InkNow,
} from './read/inkNow';
export { inkByWeight } from './read/inkByWeight';
export { aheadOfClock, CLOCK_SLACK_MS } from './read/aheadOfClock';
export { inkWanted } from './read/inkWanted';
export { isBelowEmpty } from './read/isBelowEmpty';
export { massRange } from './read/massRange';
export { isGaugeOff } from './read/isGaugeOff';
export { flagsOf, intervalsOf, lifeOf, type LifeEntry, type LifeFlag } from './read/life';
export {
  composition,
  foreignFraction,
  priceOfLot,
  priceOfMixes,
  pricesOfBlends,
  type LotShare,
} from './read/lots';
export { doubtsOfBlends, type BlendDoubt } from './read/doubtsOfBlends';
export { counterOf, fitSlowly, modelOf } from './read/models';
export { printOfPlanned } from './read/printOfPlanned';
export { plannedJobs, type PlannedJob } from './read/plannedJobs';
export { routineDraw } from './read/routineDraw';
export { padMl } from './read/padMl';
export { readMass, type MassReading } from './read/readMass';
export { readTypedMass } from './read/readTypedMass';
export { scaleFor } from './read/scaleFor';
export { hasScale } from './read/hasScale';
export { levelSeenAt } from './read/levelSeenAt';
export { isTool, toolsInUse, type AnyTool, type ToolKind } from './read/toolsInUse';
export { scaleReading } from './read/scaleReading';
export {
  LABEL_START,
  labelCode,
  LABELLED,
  readLabelCode,
  type Labelled,
  type Scanned,
} from './read/labelCode';
export type { SaidApart } from './Ledger';
export { entriesSince } from './read/entriesSince';
export { lastFill, type LastFill } from './read/lastFill';
export { leakFound } from './read/leakFound';
export { timelineIn } from './define/timelineIn';
