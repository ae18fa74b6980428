export { singleChanges, type ChannelUse } from './singleChanges';
export {
  isOwn,
  lacksMuch,
  printerCost,
  type ChannelCost,
  type CostPart,
  type PrinterCost,
  type Sum,
} from './printerCost';
export { accountSlowly } from './accountSlowly';
export {
  periodCost,
  type CauseCost,
  type MonthCost,
  type PeriodCost,
  type PrintKindCost,
} from './periodCost';
export { savedBeforeLasting } from './savedBeforeLasting';
export { paybackOf, type Payback } from './payback';
export { lotCosts, type LotCost } from './lotCosts';
export { sellersFigure } from './sellersFigure';
export { leftOut } from './leftOut';
export { quoteOutcome, type QuoteOutcome } from './quoteOutcome';
export { promise } from './promise';
export { taxOf, type Tax } from './taxOf';
export { quoteEdition, type EditionInput, type EditionQuote } from './quoteEdition';
export { beforeFirstFill, type FirstFillEstimate, type FirstFillInput, type Range } from './beforeFirstFill';
export { AS_IT_WAS, LEVER, leversOf, whatIf, type Lever, type Scenario, type ScenarioCost } from './whatIf';
export { meanPrint, perDm2, printCost, type PrintCost } from './printCost';
export { costOfPrints, type CostOfPrint } from './costOfPrints';
export { printedIn, type PrintedArea } from './printedIn';
